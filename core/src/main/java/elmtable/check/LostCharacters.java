package elmtable.check;

import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.Optional;

/** Finds what stands in a document for bytes that are no UTF-8. */
final class LostCharacters {
  /** The replacement character (Unicode 16, section 23.8). */
  private static final char LOST = '\uFFFD';

  private LostCharacters() {}

  /** The first of them, which tells that the whole document was saved in another encoding. */
  static Optional<Diagnostic> in(String text) {
    int at = text.indexOf(LOST);
    if (at < 0) {
      return Optional.empty();
    }
    int lineStart = text.lastIndexOf('\n', at) + 1;
    int line = (int) text.substring(0, at).chars().filter(c -> c == '\n').count();
    return Optional.of(
        new Diagnostic(
            Problem.UNREADABLE_DOCUMENT,
            new Range(line, at - lineStart, at - lineStart + 1),
            "This document is not UTF-8 text: from this character on something is lost; save it as"
                + " UTF-8."));
  }
}
