package elmtable.project;

import elmtable.block.PageBlock;
import elmtable.browser.Locator;
import elmtable.formula.Template;
import elmtable.language.BlockKind;
import elmtable.language.Document.LocatedBlock;
import elmtable.language.Line;
import elmtable.language.Section;
import elmtable.language.Step;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.DataEntry;
import elmtable.project.entry.ElementEntry;
import elmtable.project.entry.HookEntry;
import elmtable.project.entry.KeywordEntry;
import elmtable.project.entry.NamePattern;
import elmtable.project.entry.NamedBlock;
import elmtable.project.entry.PageEntry;
import elmtable.project.entry.SuiteEntry;
import elmtable.text.Diagnostic;
import elmtable.text.Names;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
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
  private volatile List<CaseEntry> laterCases;
  private volatile Map<LocatedBlock, KeywordEntry.Composed> keywordsByBlock;

  /** Cases and elements of one name inside the document. */
  private final List<Diagnostic> duplicates = new ArrayList<>();

  DocumentIndex(SourceDocument document) {
    this.document = document;
    for (LocatedBlock located : document.document().blocks()) {
      if (!located.block().name().isEmpty()) {
        add(located);
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

  /** Those of them that come after others. */
  public List<CaseEntry> laterCases() {
    List<CaseEntry> known = laterCases;
    if (known == null) {
      known = cases().stream().filter(entry -> !entry.after().names().isEmpty()).toList();
      laterCases = known;
    }
    return known;
  }

  /** What is wrong with names of cases and elements that stand twice in it; absolute lines. */
  List<Diagnostic> duplicates() {
    return duplicates;
  }

  private void add(LocatedBlock located) {
    String path = document.path();
    switch (located.block().kind()) {
      case KEYWORD -> keywords.add(KeywordEntry.Composed.of(path, located));
      case PAGE -> pages.add(page(located));
      case DATA_SET -> dataSets.add(new DataEntry(path, located));
      case ENVIRONMENT, BROWSER, FIXTURE, PLAN -> named.add(new NamedBlock(path, located));
      case HOOK -> hooks.add(new HookEntry(path, located));
      case SUITE, CASE -> {}
    }
  }

  /** The case that a block is, where it is the one that its name finds. */
  public Optional<CaseEntry> caseAt(LocatedBlock located) {
    return Optional.ofNullable(caseNamed(Names.key(located.block().name())))
        .filter(entry -> entry.located() == located);
  }

  public Optional<KeywordEntry.Composed> keywordAt(LocatedBlock located) {
    Map<LocatedBlock, KeywordEntry.Composed> known = keywordsByBlock;
    if (known == null) {
      known = new IdentityHashMap<>();
      for (KeywordEntry.Composed keyword : keywords) {
        known.put(keyword.located(), keyword);
      }
      keywordsByBlock = known;
    }
    return Optional.ofNullable(known.get(located));
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

  /** Keys of the names of values that its steps publish. */
  Set<String> published() {
    Set<String> known = published;
    if (known == null) {
      known = published(document.document().blocks());
      published = known;
    }
    return known;
  }

  /**
   * Keys of the names of values that steps of some blocks publish, where they are given as plain
   * texts; one that is made up at run time is only found by its place.
   */
  static Set<String> published(List<LocatedBlock> blocks) {
    Set<String> published = new LinkedHashSet<>();
    for (LocatedBlock located : blocks) {
      for (Section section : List.of(Section.SET_UP, Section.STEPS, Section.TEAR_DOWN)) {
        for (Step step : located.block().activeSteps(section)) {
          if (!step.arguments().isEmpty() && Names.same(step.first().name(), PUBLISH)) {
            published.add(Names.key(step.arguments().get(0).name()));
          }
        }
      }
    }
    return published;
  }

  private void duplicate(Range range, String message) {
    duplicates.add(duplicateName(range, message));
  }

  static Diagnostic duplicateName(Range range, String message) {
    return new Diagnostic(
        Problem.DUPLICATE_NAME, range, message + " Give one of them another name.");
  }

  private Optional<SuiteEntry> readSuite() {
    Optional<LocatedBlock> head = document.document().suite();
    String name =
        head.map(located -> located.block().name()).orElseGet(() -> fileName(document.path()));
    List<CaseEntry> cases = new ArrayList<>();
    Map<String, Integer> lines = new LinkedHashMap<>();
    for (LocatedBlock located : document.document().blocks()) {
      if (located.block().kind() != BlockKind.CASE || located.block().name().isEmpty()) {
        continue;
      }
      Integer before = lines.putIfAbsent(Names.key(located.block().name()), located.headerLine());
      if (before == null) {
        cases.add(new CaseEntry(document.path(), located, name, head.map(LocatedBlock::block)));
      } else {
        duplicate(
            located.block().nameRange().shiftedBy(located.firstLine()),
            "There is already a case “"
                + located.block().name()
                + "” in line "
                + (before + 1)
                + " of this suite.");
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

  private PageEntry page(LocatedBlock located) {
    PageBlock block = new PageBlock(located.block());
    List<ElementEntry> elements = new ArrayList<>();
    Map<String, Integer> lines = new LinkedHashMap<>();
    for (PageBlock.Element element : block.elements()) {
      String name = element.name();
      if (name.isEmpty()) {
        continue;
      }
      int line = located.firstLine() + element.row().row().range().line();
      Integer before = lines.putIfAbsent(Names.key(name), line);
      if (before != null) {
        duplicate(
            element.row().cell("element").range().shiftedBy(located.firstLine()),
            "There is already an element “"
                + name
                + "” in line "
                + (before + 1)
                + " of this page.");
      } else {
        elements.add(
            new ElementEntry(
                located.block().name(),
                name,
                NamePattern.of(name),
                Locator.By.named(element.by()).orElse(Locator.By.CSS),
                element.locator(),
                element.in(),
                element.note(),
                element.row().row()));
      }
    }
    Template address = Template.of(block.path().map(Line.Property::value).orElse(""));
    return PageEntry.of(document.path(), located, located.block().name(), address, elements);
  }
}
