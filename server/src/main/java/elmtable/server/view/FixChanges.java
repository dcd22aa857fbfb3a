package elmtable.server.view;

import elmtable.language.LineStarts;
import elmtable.server.message.DocumentMessages.DocumentChange;
import elmtable.server.message.SheetMessages.FixRequest;
import elmtable.server.service.Revision;
import elmtable.server.service.Snapshot;
import elmtable.text.Diagnostic;
import elmtable.text.Edit;
import elmtable.text.Fix;
import elmtable.text.TextChange;
import elmtable.text.TextChange.Replacement;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Turns a problem's fix into changes of the documents that it mends. */
public final class FixChanges {
  private FixChanges() {}

  /** Nothing where the document's version is another one or has no such problem. */
  public static Optional<List<DocumentChange>> of(Snapshot snapshot, FixRequest ask) {
    boolean current =
        snapshot.revision(ask.path()).filter(r -> r.version() == ask.version()).isPresent();
    return current
        ? snapshot.checked().problems(ask.path()).stream()
            .filter(problem -> isAsked(problem, ask))
            .flatMap(problem -> problem.fixes().stream())
            .filter(fix -> fix.label().equals(ask.fix()))
            .findFirst()
            .map(fix -> changes(snapshot, ask.path(), fix))
        : Optional.empty();
  }

  private static boolean isAsked(Diagnostic problem, FixRequest ask) {
    return problem.range().line() == ask.line()
        && problem.range().start() == ask.start()
        && problem.problem().code().equals(ask.code());
  }

  private static List<DocumentChange> changes(Snapshot snapshot, String own, Fix fix) {
    Map<String, List<Edit>> byPath = new LinkedHashMap<>();
    for (Edit edit : fix.edits()) {
      String path = edit.document().isEmpty() ? own : edit.document();
      byPath.computeIfAbsent(path, any -> new ArrayList<>()).add(edit);
    }
    List<DocumentChange> changes = new ArrayList<>();
    byPath.forEach((path, edits) -> {
      String text = snapshot.project().document(path).map(d -> d.text()).orElse("");
      long version = snapshot.revision(path).map(Revision::version).orElse(0L);
      changes.add(new DocumentChange(path, version, change(text, edits)));
    });
    return changes;
  }

  /** Edits count in lines; those behind the text's end add to it. */
  static TextChange change(String text, List<Edit> edits) {
    LineStarts starts = LineStarts.of(text);
    List<Replacement> replacements =
        edits.stream()
            .map(edit -> replacement(text, starts, edit))
            .sorted(Comparator.comparingInt(Replacement::from))
            .toList();
    return TextChange.replaceAll(text.length(), replacements);
  }

  private static Replacement replacement(String text, LineStarts starts, Edit edit) {
    int start = starts.start(edit.range().line());
    int next = starts.start(edit.range().line() + 1);
    if (edit.removesLine()) {
      return new Replacement(start, next, "");
    }
    boolean behindEnd = start == text.length() && !text.isEmpty() && !text.endsWith("\n");
    int end = next > start && text.charAt(next - 1) == '\n' ? next - 1 : next;
    int from = Math.min(end, start + edit.range().start());
    int to = Math.min(end, start + edit.range().end());
    return new Replacement(from, to, (behindEnd ? "\n" : "") + edit.text());
  }
}
