package elmtable.text;

import java.util.List;

/**
 * Goes through two changes side by side. The order of what meets at one place is that of {@code
 * mapSet} and {@code composeSets} in CodeMirror's {@code @codemirror/state}, version 6.
 */
final class ChangeWalk {
  private ChangeWalk() {}

  /** A change, read from its start in pieces. */
  private static final class Reader {
    private final List<TextChange.Section> sections;
    private int index = -1;

    /** How much of the current stretch's old text is left, and how much of it was passed. */
    private int length;

    private int passed;

    Reader(TextChange change) {
      this.sections = change.sections();
      next();
    }

    void next() {
      index++;
      length = done() ? 0 : current().length();
      passed = 0;
    }

    TextChange.Section current() {
      return sections.get(index);
    }

    boolean done() {
      return index >= sections.size();
    }

    boolean keeps() {
      return !done() && current().kept();
    }

    boolean changes() {
      return !done() && !current().kept();
    }

    boolean deletes() {
      return changes() && current().text().isEmpty();
    }

    /** What it puts in, at the stretch's start; nothing further on. */
    String textAtStart() {
      return passed > 0 ? "" : current().text();
    }

    void forward(int by) {
      if (by == length) {
        next();
      } else {
        length -= by;
        passed += by;
      }
    }
  }

  static TextChange map(TextChange change, TextChange over, boolean before) {
    TextChangeBuilder made = new TextChangeBuilder();
    Reader a = new Reader(change);
    Reader b = new Reader(over);
    // The stretch of `change` whose text was put in already.
    int inserted = -1;
    while (!(a.done() && b.done())) {
      if (a.keeps() && b.keeps()) {
        int length = Math.min(a.length, b.length);
        made.keep(length);
        a.forward(length);
        b.forward(length);
      } else if (b.changes() && comesFirst(a, b, inserted, before)) {
        made.keep(b.current().newLength());
        inserted = skip(a, b.length, inserted, made);
        b.next();
      } else {
        inserted = take(a, b, inserted, made);
      }
    }
    return made.build();
  }

  /** Changes go by where they start, then by their length, then by who counts as the earlier. */
  private static boolean comesFirst(Reader a, Reader b, int inserted, boolean before) {
    return !a.changes()
        || inserted == a.index
        || (a.passed == 0 && (b.length < a.length || (b.length == a.length && !before)));
  }

  /** Passes over what `over` replaces; what the change puts in there stays. */
  private static int skip(Reader a, int length, int insertedBefore, TextChangeBuilder made) {
    int inserted = insertedBefore;
    int left = length;
    while (left > 0) {
      int piece = Math.min(a.length, left);
      if (a.changes() && inserted < a.index && a.length <= piece) {
        made.replace(0, a.current().text());
        inserted = a.index;
      }
      a.forward(piece);
      left -= piece;
    }
    return inserted;
  }

  /** Takes over a part of the change, up to where the other one puts something in. */
  private static int take(Reader a, Reader b, int inserted, TextChangeBuilder made) {
    int length = 0;
    int left = a.length;
    while (left > 0) {
      if (b.keeps()) {
        int piece = Math.min(left, b.length);
        length += piece;
        left -= piece;
        b.forward(piece);
      } else if (b.deletes() && b.length < left) {
        left -= b.length;
        b.next();
      } else {
        break;
      }
    }
    made.replace(length, inserted < a.index ? a.current().text() : "");
    int now = a.index;
    a.forward(a.length - left);
    return now;
  }

  /** A change whose new text is read in pieces, too. */
  private static final class FirstReader {
    private final List<TextChange.Section> sections;
    private int index = -1;
    private int left;
    private int passed;

    FirstReader(TextChange change) {
      this.sections = change.sections();
      next();
    }

    void next() {
      index++;
      left = done() ? 0 : current().newLength();
      passed = 0;
    }

    TextChange.Section current() {
      return sections.get(index);
    }

    boolean done() {
      return index >= sections.size();
    }

    int lengthAtStart() {
      return passed > 0 ? 0 : current().length();
    }

    void forward(int by) {
      if (by == left) {
        next();
      } else {
        left -= by;
        passed += by;
      }
    }
  }

  static TextChange compose(TextChange first, TextChange second) {
    TextChangeBuilder made = new TextChangeBuilder();
    FirstReader a = new FirstReader(first);
    Reader b = new Reader(second);
    // Whether the last stretch made goes on.
    boolean open = false;
    while (!(a.done() && b.done())) {
      if (!a.done() && !a.current().kept() && a.current().text().isEmpty()) {
        made.replace(a.current().length(), "", open);
        a.next();
      } else if (!b.done() && b.length == 0) {
        made.replace(0, b.textAtStart(), open);
        b.next();
      } else {
        int length = Math.min(a.left, b.length);
        int size = made.size();
        both(a, b, length, made, open);
        boolean goesOn =
            (!a.current().kept() && a.left > length) || (b.changes() && b.length > length);
        open = goesOn && (open || made.size() > size);
        a.forward(length);
        b.forward(length);
      }
    }
    return made.build();
  }

  private static void both(
      FirstReader a, Reader b, int length, TextChangeBuilder made, boolean open) {
    if (a.current().kept()) {
      if (b.keeps()) {
        made.keep(length);
      } else {
        made.replace(length, b.textAtStart(), open);
      }
    } else if (b.keeps()) {
      String text = a.current().text().substring(a.passed, a.passed + length);
      made.replace(a.lengthAtStart(), text, open);
    } else {
      made.replace(a.lengthAtStart(), b.textAtStart(), open);
    }
  }
}
