package elmtable.refactoring;

import elmtable.block.SuiteBlock;
import elmtable.block.ValuesTable;
import elmtable.language.Block;
import elmtable.language.Cell;
import elmtable.language.Line;
import elmtable.language.Lists;
import elmtable.language.Section;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.SuiteEntry;
import elmtable.text.Names;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What a case inherits from the suite that it leaves is written into the case; what cannot be, and
 * what it inherits in the other suite beside that, is told.
 */
final class CaseChangesSuite {
  private static final String NONE = "none";

  /** A case's own add to these of its suite. */
  private static final List<String> ADDED = List.of("tags", "fixtures", "pages");

  /** A case's own replace these of its suite, and “none” takes them away. */
  private static final List<String> REPLACED =
      List.of("data", "where", "key", "browsers", "timeout", "tries");

  /** A case's own replace these of its suite, which cannot be taken away. */
  private static final List<String> SAID = List.of("within", "isolation");

  private final CaseEntry entry;
  private final Optional<Block> from;
  private final SuiteEntry there;
  private final List<String> warnings = new ArrayList<>();

  CaseChangesSuite(CaseEntry entry, SuiteEntry there) {
    this.entry = entry;
    this.from = entry.suite();
    this.there = there;
  }

  /**
   * Writes what is inherited today into the lines of the case, and collects {@link #warnings()}.
   */
  void writeInto(List<String> lines) {
    List<String> written = new ArrayList<>();
    ADDED.forEach(word -> added(word, lines, written));
    REPLACED.forEach(word -> replaced(word, written));
    SAID.forEach(word -> said(word, written));
    lines.addAll(entry.block().header().line() + 1, written);
    values();
    order();
    surrounding(Section.SET_UP, "set-up");
    surrounding(Section.TEAR_DOWN, "tear-down");
    warnings.add(
        "Its runs so far count for “%s”; in “%s” it has not run yet."
            .formatted(entry.suiteName(), there.name()));
  }

  List<String> warnings() {
    return warnings;
  }

  private static Optional<String> value(Optional<Block> block, String word) {
    return block.flatMap(one -> one.property(word)).map(Line.Property::value);
  }

  private static Map<String, String> items(Optional<Block> block, String word) {
    Map<String, String> items = new LinkedHashMap<>();
    value(block, word).stream()
        .filter(list -> !list.equalsIgnoreCase(NONE))
        .flatMap(list -> Lists.outerParts(list).stream())
        .forEach(part -> items.putIfAbsent(Names.key(part.text()), part.text()));
    return items;
  }

  private void added(String word, List<String> lines, List<String> written) {
    Optional<Block> own = Optional.of(entry.block());
    if (value(own, word).filter(list -> list.equalsIgnoreCase(NONE)).isPresent()) {
      return;
    }
    Map<String, String> lost = items(from, word);
    lost.keySet().removeAll(items(there.block(), word).keySet());
    lost.keySet().removeAll(items(own, word).keySet());
    Map<String, String> gained = items(there.block(), word);
    gained.keySet().removeAll(items(from, word).keySet());
    gained.keySet().removeAll(items(own, word).keySet());
    if (!gained.isEmpty()) {
      warnings.add(
          "From “%s” it gets more %s: %s."
              .formatted(there.name(), word, String.join(", ", gained.values())));
    }
    if (lost.isEmpty()) {
      return;
    }
    String more = String.join(", ", lost.values());
    Optional<Line.Property> line = entry.block().property(word);
    if (line.isEmpty()) {
      written.add(word + ": " + more);
      return;
    }
    int at = line.get().range().line();
    String value = more + ", " + line.get().value();
    lines.set(at, Placement.replaced(lines.get(at), line.get().valueRange(), value));
  }

  private void replaced(String word, List<String> written) {
    boolean ownRows = word.equals("data") && !entry.block().sections(Section.DATA).isEmpty();
    if (!ownRows && isOther(word)) {
      written.add(word + ": " + value(from, word).orElse(NONE));
    }
  }

  private void said(String word, List<String> written) {
    if (!isOther(word)) {
      return;
    }
    value(from, word)
        .ifPresentOrElse(
            value -> written.add(word + ": " + value),
            () ->
                warnings.add(
                    "From “%s” it gets “%s: %s”."
                        .formatted(there.name(), word, value(there.block(), word).orElseThrow())));
  }

  /** Whether the suites say other things where the case says nothing. */
  private boolean isOther(String word) {
    Optional<String> before = value(from, word).filter(value -> !value.equalsIgnoreCase(NONE));
    Optional<String> after =
        value(there.block(), word).filter(value -> !value.equalsIgnoreCase(NONE));
    return entry.block().property(word).isEmpty() && !before.equals(after);
  }

  /** Names that mean other values there; those that mean none there are errors. */
  private void values() {
    Map<String, String> after = new LinkedHashMap<>();
    valuesOf(there.block()).forEach(value -> after.put(value.key(), value.value().source()));
    for (ValuesTable.Entry value : valuesOf(from)) {
      String other = after.get(value.key());
      if (other != null && !other.equals(value.value().source())) {
        warnings.add(
            "<%s> is “%s” in “%s”; here it is “%s”."
                .formatted(value.name(), other, there.name(), value.value().source()));
      }
    }
  }

  private static List<ValuesTable.Entry> valuesOf(Optional<Block> suite) {
    return suite.map(block -> new SuiteBlock(block).values().entries()).orElse(List.of());
  }

  private void order() {
    boolean sideBySide =
        there.block().map(SuiteBlock::new).filter(SuiteBlock::isIndependent).isPresent();
    if (sideBySide != entry.isIndependent()) {
      warnings.add(
          sideBySide
              ? "The cases of “%s” may run side by side.".formatted(there.name())
              : "The cases of “%s” run one after the other.".formatted(there.name()));
    }
  }

  private void surrounding(Section section, String word) {
    List<List<String>> before = steps(from, section);
    List<List<String>> after = steps(there.block(), section);
    if (before.equals(after)) {
      return;
    }
    if (!before.isEmpty()) {
      warnings.add("The %s of “%s” no longer surrounds it.".formatted(word, entry.suiteName()));
    }
    if (!after.isEmpty()) {
      warnings.add("The %s of “%s” surrounds it.".formatted(word, there.name()));
    }
  }

  private static List<List<String>> steps(Optional<Block> suite, Section section) {
    return suite.stream()
        .flatMap(block -> block.sections(section).stream())
        .flatMap(body -> body.rows().stream())
        .map(row -> row.cells().stream().map(Cell::source).toList())
        .toList();
  }
}
