package elmtable.project;

import elmtable.block.PageBlock;
import elmtable.browser.Locator;
import elmtable.formula.Template;
import elmtable.language.BlockKind;
import elmtable.language.Document.Placed;
import elmtable.language.Line;
import elmtable.language.Section;
import elmtable.language.Step;
import elmtable.text.Diagnostic;
import elmtable.text.Names;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What one document names, in the order of its lines. */
public final class DocumentIndex {
  private static final String PUBLISH = "publish";

  private final SourceDocument document;
  private final List<KeywordEntry.Composed> keywords = new ArrayList<>();
  private final List<PageEntry> pages = new ArrayList<>();
  private final List<DataEntry> dataSets = new ArrayList<>();
  private final List<NamedBlock> named = new ArrayList<>();
  private final List<HookEntry> hooks = new ArrayList<>();
  private final Optional<SuiteEntry> suite;
  private volatile Set<String> published;
  private volatile Map<String, CaseEntry> casesByName;

  /** Cases and elements of one name inside the document. */
  private final List<Diagnostic> duplicates = new ArrayList<>();

  DocumentIndex(SourceDocument document) {
    this.document = document;
    for (Placed placed : document.document().blocks()) {
      if (!placed.block().name().isEmpty()) {
        add(placed);
      }
    }
    suite = readSuite();
  }

  public SourceDocument document() {
    return document;
  }

  public List<KeywordEntry.Composed> keywords() {
    return keywords;
  }

  public List<PageEntry> pages() {
    return pages;
  }

  public List<DataEntry> dataSets() {
    return dataSets;
  }

  /** Its environments, browsers, fixtures and plans. */
  public List<NamedBlock> named() {
    return named;
  }

  List<HookEntry> hooks() {
    return hooks;
  }

  public Optional<SuiteEntry> suite() {
    return suite;
  }

  /** The cases of its suite. */
  public List<CaseEntry> cases() {
    return suite.map(SuiteEntry::cases).orElse(List.of());
  }

  /** What is wrong with names of cases and elements that stand twice in it; absolute lines. */
  List<Diagnostic> duplicates() {
    return duplicates;
  }

  private void add(Placed placed) {
    String path = document.path();
    switch (placed.block().kind()) {
      case KEYWORD ->
          keywords.add(new KeywordEntry.Composed(path, placed, Signatures.of(placed.block())));
      case PAGE -> pages.add(page(placed));
      case DATA_SET -> dataSets.add(new DataEntry(path, placed));
      case ENVIRONMENT, BROWSER, FIXTURE, PLAN -> named.add(new NamedBlock(path, placed));
      case HOOK -> hooks.add(new HookEntry(path, placed));
      case SUITE, CASE -> {}
    }
  }

  /** The case that a block is, where it is the one that its name finds. */
  public Optional<CaseEntry> caseAt(Placed placed) {
    return Optional.ofNullable(caseNamed(Names.key(placed.block().name())))
        .filter(entry -> entry.placed() == placed);
  }

  public Optional<KeywordEntry.Composed> keywordAt(Placed placed) {
    return keywords.stream().filter(keyword -> keyword.placed() == placed).findFirst();
  }

  /** The case whose name has a key, or null. */
  CaseEntry caseNamed(String key) {
    Map<String, CaseEntry> known = casesByName;
    if (known == null) {
      known = new HashMap<>();
      for (CaseEntry entry : cases()) {
        known.putIfAbsent(Names.key(entry.name()), entry);
      }
      casesByName = known;
    }
    return known.get(key);
  }

  /**
   * Keys of the names of values that its steps publish, where they are given as plain texts; one
   * that is made up at run time is only found by its place.
   */
  Set<String> published() {
    Set<String> known = published;
    if (known == null) {
      known = new LinkedHashSet<>();
      for (Placed placed : document.document().blocks()) {
        for (Section section : List.of(Section.SET_UP, Section.STEPS, Section.TEAR_DOWN)) {
          for (Step step : placed.block().steps(section)) {
            if (!step.arguments().isEmpty() && Names.same(step.first().name(), PUBLISH)) {
              known.add(Names.key(step.arguments().get(0).name()));
            }
          }
        }
      }
      published = known;
    }
    return known;
  }

  private void duplicate(Range range, String message) {
    duplicates.add(duplicateName(range, message));
  }

  static Diagnostic duplicateName(Range range, String message) {
    return new Diagnostic(
        Problem.DUPLICATE_NAME, range, message + " Give one of them another name.");
  }

  private Optional<SuiteEntry> readSuite() {
    Optional<Placed> head = document.document().suite();
    String name =
        head.map(placed -> placed.block().name()).orElseGet(() -> fileName(document.path()));
    List<CaseEntry> cases = new ArrayList<>();
    Map<String, Integer> lines = new LinkedHashMap<>();
    for (Placed placed : document.document().blocks()) {
      if (placed.block().kind() != BlockKind.CASE || placed.block().name().isEmpty()) {
        continue;
      }
      Integer before = lines.putIfAbsent(Names.key(placed.block().name()), placed.headerLine());
      if (before == null) {
        cases.add(new CaseEntry(document.path(), placed, name, head.map(Placed::block)));
      } else {
        duplicate(
            placed.block().nameRange().shiftedBy(placed.firstLine()),
            "A case “"
                + placed.block().name()
                + "” stands in line "
                + (before + 1)
                + " of this suite already.");
      }
    }
    return head.isPresent() || !cases.isEmpty()
        ? Optional.of(new SuiteEntry(document.path(), name, head, cases))
        : Optional.empty();
  }

  private static String fileName(String path) {
    String file = path.substring(path.lastIndexOf('/') + 1);
    return file.contains(".") ? file.substring(0, file.lastIndexOf('.')) : file;
  }

  private PageEntry page(Placed placed) {
    PageBlock block = new PageBlock(placed.block());
    List<ElementEntry> elements = new ArrayList<>();
    Map<String, Integer> lines = new LinkedHashMap<>();
    for (PageBlock.Element element : block.elements()) {
      String name = element.name();
      if (name.isEmpty()) {
        continue;
      }
      int line = placed.firstLine() + element.row().row().range().line();
      Integer before = lines.putIfAbsent(Names.key(name), line);
      if (before != null) {
        duplicate(
            element.row().cell("element").range().shiftedBy(placed.firstLine()),
            "An element “" + name + "” stands in line " + (before + 1) + " of this page already.");
      } else {
        elements.add(
            new ElementEntry(
                placed.block().name(),
                name,
                ElementPattern.of(name),
                Locator.By.named(element.by()).orElse(Locator.By.CSS),
                element.locator(),
                element.note(),
                element.row().row()));
      }
    }
    Template address = Template.of(block.path().map(Line.Property::value).orElse(""));
    return PageEntry.of(document.path(), placed, placed.block().name(), address, elements);
  }
}
