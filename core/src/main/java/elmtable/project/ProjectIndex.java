package elmtable.project;

import elmtable.keyword.BuiltIn;
import elmtable.keyword.KeywordRegistry;
import elmtable.language.BlockKind;
import elmtable.text.Diagnostic;
import elmtable.text.Names;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What is named in a project, by name. Of two things with one name the first by path and line is
 * found.
 */
public final class ProjectIndex {
  private final Map<String, KeywordEntry> keywords;
  private final Map<String, PageEntry> pages;
  private final Map<String, DataEntry> dataSets;
  private final Map<BlockKind, Map<String, NamedBlock>> named;
  private final List<SuiteEntry> suites;
  private final Map<String, List<Diagnostic>> duplicates;
  private final List<ElementEntry> elements;

  ProjectIndex(IndexBuilder built) {
    keywords = built.keywords;
    pages = built.pages;
    dataSets = built.dataSets;
    named = built.named;
    suites = List.copyOf(built.suites);
    duplicates = built.problems;
    elements = pages.values().stream().flatMap(page -> page.elements().stream()).toList();
  }

  static ProjectIndex of(Collection<SourceDocument> documents, KeywordRegistry builtIn) {
    Map<String, KeywordEntry> methods = new LinkedHashMap<>();
    for (BuiltIn method : builtIn.all()) {
      methods.put(Names.key(method.signature().name()), new KeywordEntry.Method(method));
    }
    return new ProjectIndex(new IndexBuilder(methods).build(documents));
  }

  public Collection<KeywordEntry> keywords() {
    return keywords.values();
  }

  public Optional<KeywordEntry> keyword(String name) {
    return Optional.ofNullable(keywords.get(Names.key(name)));
  }

  public Collection<PageEntry> pages() {
    return pages.values();
  }

  public Optional<PageEntry> page(String name) {
    return Optional.ofNullable(pages.get(Names.key(name)));
  }

  /** The elements of all pages. */
  public List<ElementEntry> elements() {
    return elements;
  }

  public ElementFinder elementFinder() {
    return new ElementFinder(this);
  }

  public Collection<DataEntry> dataSets() {
    return dataSets.values();
  }

  public Optional<DataEntry> dataSet(String name) {
    return Optional.ofNullable(dataSets.get(Names.key(name)));
  }

  /** Environments, browsers, fixtures or plans in the order of documents and lines. */
  public List<NamedBlock> named(BlockKind kind) {
    return new ArrayList<>(named.getOrDefault(kind, Map.of()).values());
  }

  public Optional<NamedBlock> named(BlockKind kind, String name) {
    return Optional.ofNullable(named.getOrDefault(kind, Map.of()).get(Names.key(name)));
  }

  public List<SuiteEntry> suites() {
    return suites;
  }

  /** Problems of double names, by document path, with absolute lines. */
  Map<String, List<Diagnostic>> duplicates() {
    return duplicates;
  }
}
