package elmtable.refactoring;

import elmtable.check.CheckedProject;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Document.LocatedBlock;
import elmtable.language.Line;
import elmtable.project.Project;
import elmtable.project.ProjectIndex;
import elmtable.project.SourceDocument;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.EarlierCase;
import elmtable.project.entry.NamedBlock;
import elmtable.project.entry.SuiteEntry;
import elmtable.text.Edit;
import elmtable.text.Names;
import elmtable.text.Range;
import elmtable.text.SourceText;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;

/**
 * Moves a block behind all others of another document, which may be a new one. What a case's suite
 * said for it goes with it, and cases that run after it, or before it, are still found.
 */
final class MoveBlock {
  private static final String ENDING = ".elmt";

  private final CheckedProject checked;
  private final Project project;
  private final String path;
  private final String target;
  private final SourceDocument document;
  private final LocatedBlock located;

  /**
   * @param line any line of the block, counted from zero
   * @param target the path of the other document
   */
  MoveBlock(CheckedProject checked, String path, int line, String target) {
    this.checked = checked;
    this.project = checked.project();
    this.path = path;
    this.target = target;
    this.document = project.document(path).orElse(null);
    this.located =
        document == null || !path.endsWith(ENDING)
            ? null
            : document.document().blockAt(line).orElse(null);
  }

  Preview preview() {
    Optional<String> refusal = refusal();
    if (refusal.isPresent()) {
      return Preview.refused(refusal.get());
    }
    List<String> lines =
        new ArrayList<>(
            SourceText.lines(document.text()).subList(located.firstLine(), located.end()));
    Project moved = new Preview(edits(lines), List.of(), Optional.empty()).applied(project);
    return located.block().kind() == BlockKind.CASE
        ? preview(lines, entry().orElseThrow(), suiteThere(moved))
        : Preview.of(checked, edits(lines), orderWarnings(moved.index()));
  }

  private Optional<String> refusal() {
    if (located == null) {
      return Optional.of("There is no block of the table language here.");
    }
    if (located.block().kind() == BlockKind.SUITE) {
      return Optional.of(
          "This is what the suite says for all its cases; move its cases, or rename the document.");
    }
    if (target.isEmpty() || target.equals(path)) {
      return Optional.of("Choose another document than “" + path + "”.");
    }
    if (!target.endsWith(ENDING)) {
      return Optional.of(
          "A document of the table language is needed, with a path that ends in " + ENDING + ".");
    }
    return located.block().kind() == BlockKind.CASE ? nameRefusal() : Optional.empty();
  }

  private Optional<String> nameRefusal() {
    if (entry().isEmpty()) {
      return Optional.of("Give the case a name that no other one of its suite has, first.");
    }
    String name = located.block().name();
    return project.index().suites().stream()
        .filter(suite -> suite.path().equals(target))
        .flatMap(suite -> suite.cases().stream())
        .filter(one -> Names.same(one.name(), name))
        .findFirst()
        .map(taken -> "There is already a case “" + name + "” in “" + taken.suiteName() + "”.");
  }

  /** The block gone here and written there. */
  private List<Edit> edits(List<String> lines) {
    List<Edit> edits = new ArrayList<>(Placement.gone(document, located));
    String block = String.join("\n", lines).stripTrailing();
    Optional<SourceDocument> there = project.document(target);
    edits.add(
        there.isPresent() && !there.get().text().isBlank()
            ? Placement.atEnd(there.get(), block)
            : new Edit(target, new Range(0, 0, 0), head() + block));
    return edits;
  }

  /** What a new document begins with. */
  private String head() {
    if (located.block().kind() != BlockKind.CASE) {
      return "";
    }
    String file = target.substring(target.lastIndexOf('/') + 1, target.length() - ENDING.length());
    String words = file.replaceAll("[-_\\s|\\[\\]<>]+", " ").strip();
    if (words.isEmpty()) {
      return "";
    }
    String name = words.substring(0, 1).toUpperCase(Locale.ROOT) + words.substring(1);
    return "suite " + name + "\n\n";
  }

  private Optional<CaseEntry> entry() {
    return project.index().suites().stream()
        .filter(suite -> suite.path().equals(path))
        .flatMap(suite -> suite.cases().stream())
        .filter(one -> one.located().firstLine() == located.firstLine())
        .findFirst();
  }

  private SuiteEntry suiteThere(Project moved) {
    return moved.index().suites().stream()
        .filter(suite -> suite.path().equals(target))
        .findFirst()
        .orElseThrow();
  }

  private Preview preview(List<String> lines, CaseEntry one, SuiteEntry there) {
    one.own().after().line().ifPresent(after -> ownAfter(lines, after, one, there));
    CaseChangesSuite change = new CaseChangesSuite(one, there);
    change.writeInto(lines);
    List<Edit> edits = edits(lines);
    edits.addAll(othersAfter(one, there));
    return Preview.of(checked, edits, change.warnings());
  }

  /** The cases of the suite that it leaves, which it runs after, are named with their suite. */
  private void ownAfter(List<String> lines, Line.Property after, CaseEntry one, SuiteEntry there) {
    Optional<String> value =
        renamed(
            one,
            earlier ->
                Names.same(earlier.entry().suiteName(), one.suiteName())
                    ? Optional.of(named(earlier, one.suiteName(), there.name()))
                    : Optional.empty());
    int line = after.range().line();
    value.ifPresent(
        text -> lines.set(line, Placement.replaced(lines.get(line), after.valueRange(), text)));
  }

  /** What runs after it names it where it is then. */
  private List<Edit> othersAfter(CaseEntry one, SuiteEntry there) {
    List<Edit> edits = new ArrayList<>();
    for (SuiteEntry suite : project.index().suites()) {
      for (CaseEntry later : suite.cases()) {
        if (later.key().equals(one.key()) || later.block().isScenario()) {
          continue;
        }
        renamed(
                later,
                earlier ->
                    earlier.entry().key().equals(one.key())
                        ? Optional.of(named(earlier, there.name(), later.suiteName()))
                        : Optional.empty())
            .ifPresent(value -> edits.add(after(later, value)));
      }
    }
    return edits;
  }

  private static Edit after(CaseEntry later, String value) {
    Range range = later.own().after().line().orElseThrow().valueRange();
    return new Edit(later.path(), range.shiftedBy(later.located().firstLine()), value);
  }

  /** A case as one of a suite names it. */
  private static String named(EarlierCase earlier, String suite, String from) {
    String name = earlier.entry().name() + (earlier.byRow() ? " by row" : "");
    return Names.same(suite, from) ? name : suite + "/" + name;
  }

  /** What a case says that it runs after, with other names; nothing where all stay. */
  private Optional<String> renamed(
      CaseEntry of, Function<EarlierCase, Optional<String>> otherName) {
    List<String> names = of.own().after().names();
    List<String> others =
        names.stream()
            .map(name -> project.index().earlier(name, of).flatMap(otherName).orElse(name))
            .toList();
    return names.equals(others) ? Optional.empty() : Optional.of(String.join(", ", others));
  }

  /** Of environments and browsers the first one is the usual one, and hooks run in their order. */
  private List<String> orderWarnings(ProjectIndex moved) {
    BlockKind kind = located.block().kind();
    if (kind == BlockKind.HOOK) {
      return hooks(project.index()).equals(hooks(moved))
          ? List.of()
          : List.of("Hooks run in the order in which they stand; it runs at another place then.");
    }
    if (kind != BlockKind.ENVIRONMENT && kind != BlockKind.BROWSER) {
      return List.of();
    }
    String before = first(project.index(), kind);
    String after = first(moved, kind);
    return before.equals(after)
        ? List.of()
        : List.of(
            "The first %s is the one that runs use if they name none: it is “%s” then, no longer “%s”."
                .formatted(kind.noun(), after, before));
  }

  private static List<Block> hooks(ProjectIndex index) {
    return index.hooks().stream().map(hook -> hook.located().block()).toList();
  }

  private static String first(ProjectIndex index, BlockKind kind) {
    return index.named(kind).stream().findFirst().map(NamedBlock::name).orElse("");
  }
}
