package elmtable.project;

import elmtable.browser.Locator;
import elmtable.formula.Template;
import elmtable.keyword.Kind;
import elmtable.keyword.Output;
import elmtable.keyword.Parameter;
import elmtable.keyword.Signature;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Document.Placed;
import elmtable.language.Line;
import elmtable.language.Section;
import elmtable.language.SectionTable;
import elmtable.text.Diagnostic;
import elmtable.text.Names;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Gathers what documents name. */
final class IndexBuilder {
  final Map<String, KeywordEntry> keywords;
  final Map<String, PageEntry> pages = new LinkedHashMap<>();
  final Map<String, DataEntry> dataSets = new LinkedHashMap<>();
  final Map<BlockKind, Map<String, NamedBlock>> named = new EnumMap<>(BlockKind.class);
  final List<SuiteEntry> suites = new ArrayList<>();
  final Map<String, List<Diagnostic>> problems = new LinkedHashMap<>();
  private final Map<String, String> places = new LinkedHashMap<>();

  IndexBuilder(Map<String, KeywordEntry> builtIn) {
    keywords = builtIn;
  }

  IndexBuilder build(Collection<SourceDocument> documents) {
    for (SourceDocument document : documents) {
      for (Placed placed : document.document().blocks()) {
        if (!placed.block().name().isEmpty()) {
          add(document.path(), placed);
        }
      }
      suite(document);
    }
    return this;
  }

  private void add(String path, Placed placed) {
    Block block = placed.block();
    String key = Names.key(block.name());
    switch (block.kind()) {
      case KEYWORD ->
          put(
              keywords,
              key,
              path,
              placed,
              new KeywordEntry.Composed(path, placed, signature(block)));
      case PAGE -> put(pages, key, path, placed, page(path, placed));
      case DATA_SET -> put(dataSets, key, path, placed, new DataEntry(path, placed));
      case ENVIRONMENT, BROWSER, FIXTURE, PLAN ->
          put(
              named.computeIfAbsent(block.kind(), kind -> new LinkedHashMap<>()),
              key,
              path,
              placed,
              new NamedBlock(path, placed));
      case SUITE, CASE, HOOK -> {}
    }
  }

  private <T> void put(Map<String, T> map, String key, String path, Placed placed, T entry) {
    if (map.putIfAbsent(key, entry) == null) {
      places.put(placed.block().kind() + key, path + ", line " + (placed.headerLine() + 1));
      return;
    }
    String where = places.get(placed.block().kind() + key);
    duplicate(
        path,
        placed.block().nameRange().down(placed.firstLine()),
        "A "
            + placed.block().kind().noun()
            + " “"
            + placed.block().name()
            + "” "
            + (where == null
                ? "comes with Elm Table already."
                : "stands in " + where + " already."));
  }

  private void duplicate(String path, Range range, String message) {
    problems
        .computeIfAbsent(path, p -> new ArrayList<>())
        .add(
            new Diagnostic(
                Problem.DUPLICATE_NAME, range, message + " Give one of them another name."));
  }

  private void suite(SourceDocument document) {
    Optional<Placed> suite = document.document().suite();
    String name =
        suite.map(placed -> placed.block().name()).orElseGet(() -> fileName(document.path()));
    List<CaseEntry> cases = new ArrayList<>();
    Map<String, Integer> lines = new LinkedHashMap<>();
    for (Placed placed : document.document().blocks()) {
      if (placed.block().kind() != BlockKind.CASE || placed.block().name().isEmpty()) {
        continue;
      }
      Integer before = lines.putIfAbsent(Names.key(placed.block().name()), placed.headerLine());
      if (before == null) {
        cases.add(new CaseEntry(document.path(), placed, name, suite.map(Placed::block)));
      } else {
        duplicate(
            document.path(),
            placed.block().nameRange().down(placed.firstLine()),
            "A case “"
                + placed.block().name()
                + "” stands in line "
                + (before + 1)
                + " of this suite already.");
      }
    }
    if (suite.isPresent() || !cases.isEmpty()) {
      suites.add(new SuiteEntry(document.path(), name, suite, cases));
    }
  }

  private static String fileName(String path) {
    String file = path.substring(path.lastIndexOf('/') + 1);
    return file.contains(".") ? file.substring(0, file.lastIndexOf('.')) : file;
  }

  private static Signature signature(Block block) {
    List<Parameter> takes = new ArrayList<>();
    List<Output> gives = new ArrayList<>();
    block
        .section(Section.TAKES)
        .map(SectionTable::of)
        .ifPresent(table -> table.rows().forEach(row -> takes.add(parameter(row))));
    block
        .section(Section.GIVES)
        .map(SectionTable::of)
        .ifPresent(table ->
            table
                .rows()
                .forEach(
                    row -> gives.add(new Output(row.text("name"), kind(row), row.text("note")))));
    List<String> phrases = block.allOf("phrase").stream().map(Line.Property::value).toList();
    String group = block.value("group");
    return new Signature(
        block.name(),
        group.isEmpty() ? "Own keywords" : group,
        block.noteText(),
        phrases,
        takes.stream().filter(parameter -> !parameter.name().isEmpty()).toList(),
        gives.stream().filter(output -> !output.name().isEmpty()).toList());
  }

  private static Parameter parameter(SectionTable.Row row) {
    String fallback = row.source("default");
    return new Parameter(
        row.text("name"), kind(row), fallback, !fallback.isEmpty(), row.text("note"));
  }

  private static Kind kind(SectionTable.Row row) {
    return Kind.read(row.text("kind")).orElse(Kind.TEXT);
  }

  private PageEntry page(String path, Placed placed) {
    Block block = placed.block();
    List<ElementEntry> elements = new ArrayList<>();
    Map<String, Integer> lines = new LinkedHashMap<>();
    Optional<SectionTable> table = block.section(Section.ELEMENTS).map(SectionTable::of);
    for (SectionTable.Row row : table.map(SectionTable::rows).orElse(List.of())) {
      String name = row.source("element");
      int line = placed.firstLine() + row.row().range().line();
      if (name.isEmpty()) {
        continue;
      }
      Integer before = lines.putIfAbsent(Names.key(name), line);
      if (before != null) {
        duplicate(
            path,
            row.cell("element").range().down(placed.firstLine()),
            "An element “" + name + "” stands in line " + (before + 1) + " of this page already.");
      } else {
        elements.add(
            new ElementEntry(
                block.name(),
                name,
                ElementPattern.of(name),
                Locator.By.named(row.text("by")).orElse(Locator.By.CSS),
                Template.of(row.source("locator")),
                row.text("note"),
                row.row()));
      }
    }
    return new PageEntry(path, placed, block.name(), Template.of(block.value("path")), elements);
  }
}
