package elmtable.project;

import elmtable.block.BrowserBlock;
import elmtable.block.EnvironmentBlock;
import elmtable.block.ValuesTable;
import elmtable.keyword.PhraseMatch;
import elmtable.language.BlockKind;
import elmtable.language.Step;
import elmtable.project.Symbol.Space;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.DataEntry;
import elmtable.project.entry.EarlierCase;
import elmtable.project.entry.ElementEntry;
import elmtable.project.entry.FixtureMatch;
import elmtable.project.entry.HookEntry;
import elmtable.project.entry.KeywordEntry;
import elmtable.project.entry.NamePattern;
import elmtable.project.entry.NamedBlock;
import elmtable.project.entry.PageEntry;
import elmtable.project.entry.SuiteEntry;
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
  private static final String BY_ROW = " by row";

  private final IndexContents contents;
  private final LookupLog log;

  /** Values instead of those of the environments, by the keys of their names. */
  private final Map<String, String> overrides;

  private final TypedSecrets secrets;

  ProjectIndex(IndexContents contents) {
    this(contents, null, Map.of(), TypedSecrets.NONE);
  }

  private ProjectIndex(
      IndexContents contents, LookupLog log, Map<String, String> overrides, TypedSecrets secrets) {
    this.contents = contents;
    this.log = log;
    this.overrides = overrides;
    this.secrets = secrets;
  }

  /** The same index, noting what is looked up in it. */
  ProjectIndex recording(LookupLog notes) {
    return new ProjectIndex(contents, notes, overrides, secrets);
  }

  /** The same index with other values for names that environments have. */
  ProjectIndex overridden(Map<String, String> values) {
    return new ProjectIndex(contents, log, values, secrets);
  }

  /** The same index with secrets that are in no document. */
  ProjectIndex with(TypedSecrets typed) {
    return new ProjectIndex(contents, log, overrides, typed);
  }

  TypedSecrets secrets() {
    return secrets;
  }

  Map<String, String> overrides() {
    return overrides;
  }

  private void record(Space space, String key) {
    if (log != null) {
      log.symbols.add(new Symbol(space, key));
    }
  }

  private <T> Optional<T> find(Space space, Map<String, T> map, String name) {
    String key = Names.key(name);
    record(space, key);
    T found = map.get(key);
    if (found != null && log != null) {
      log.used.add(new Symbol(space, key));
    }
    return Optional.ofNullable(found);
  }

  public Collection<KeywordEntry> keywords() {
    record(Space.KEYWORD, Symbol.ALL);
    return contents.keywords.values();
  }

  public Optional<KeywordEntry> keyword(String name) {
    return find(Space.KEYWORD, contents.keywords, name);
  }

  /** The keyword that a step calls: by its name, else by the one phrase that fits best. */
  public Optional<KeywordEntry> called(Step step) {
    Optional<KeywordEntry> named = keyword(step.first().name());
    if (named.isPresent() || step.first().isBlank()) {
      return named;
    }
    List<PhraseMatch> fitting = phrased(step.first().source());
    return fitting.size() == 1 ? keyword(fitting.get(0).keyword().name()) : Optional.empty();
  }

  /** The phrases that fit a sentence best. */
  public List<PhraseMatch> phrased(String sentence) {
    record(Space.PHRASE, Symbol.ALL);
    return contents.phrases().find(sentence);
  }

  public Collection<PageEntry> pages() {
    record(Space.PAGE, Symbol.ALL);
    return contents.pages.values();
  }

  public Optional<PageEntry> page(String name) {
    return find(Space.PAGE, contents.pages, name);
  }

  /** The elements of all pages. */
  public List<ElementEntry> elements() {
    record(Space.ELEMENT, Symbol.ALL);
    return contents.elements;
  }

  /** The elements of all pages whose plain name this is. */
  public List<ElementEntry> elementsNamed(String name) {
    String key = Names.key(name);
    record(Space.ELEMENT, key);
    return contents.elementsByName.getOrDefault(key, List.of());
  }

  /** The elements of all pages whose names have placeholders in them. */
  public List<ElementEntry> elementPatterns() {
    if (log != null) {
      log.symbols.add(Symbol.patterns());
    }
    return contents.elementPatterns;
  }

  public void use(ElementEntry element) {
    if (log != null) {
      log.used.add(new Symbol(Space.ELEMENT, element.key()));
    }
  }

  public Collection<DataEntry> dataSets() {
    record(Space.DATA_SET, Symbol.ALL);
    return contents.dataSets.values();
  }

  public Optional<DataEntry> dataSet(String name) {
    return find(Space.DATA_SET, contents.dataSets, name);
  }

  /** Environments, browsers, fixtures or plans in the order of documents and lines. */
  public List<NamedBlock> named(BlockKind kind) {
    record(space(kind), Symbol.ALL);
    return new ArrayList<>(contents.named.getOrDefault(kind, Map.of()).values());
  }

  public Optional<NamedBlock> named(BlockKind kind, String name) {
    return find(space(kind), contents.named.getOrDefault(kind, Map.of()), name);
  }

  /**
   * The fixtures that a name means: one in a sound project. A plain name goes before one with
   * places, more literal characters before fewer.
   */
  public List<FixtureMatch> fixtures(String name) {
    Optional<NamedBlock> plain = named(BlockKind.FIXTURE, name);
    if (plain.isPresent()) {
      return List.of(new FixtureMatch(plain.get(), Map.of()));
    }
    record(Space.FIXTURE, Symbol.ALL);
    List<FixtureMatch> best = new ArrayList<>();
    int most = 0;
    for (Map.Entry<NamedBlock, NamePattern> each : contents.fixturePatterns.entrySet()) {
      int literals = each.getValue().literalCharacters();
      Optional<FixtureMatch> match = FixtureMatch.of(each.getKey(), each.getValue(), name);
      if (match.isPresent() && literals >= most) {
        if (literals > most) {
          best.clear();
        }
        most = literals;
        best.add(match.get());
      }
    }
    if (log != null) {
      best.forEach(
          match -> log.used.add(new Symbol(Space.FIXTURE, Names.key(match.named().name()))));
    }
    return best;
  }

  /** The one fixture that a name means. */
  public Optional<FixtureMatch> fixture(String name) {
    List<FixtureMatch> matches = fixtures(name);
    return matches.size() == 1 ? Optional.of(matches.get(0)) : Optional.empty();
  }

  public Optional<BrowserBlock> browser(String name) {
    return named(BlockKind.BROWSER, name).map(found -> new BrowserBlock(found.block()));
  }

  Optional<EnvironmentBlock> environment(String name) {
    return named(BlockKind.ENVIRONMENT, name).map(found -> new EnvironmentBlock(found.block()));
  }

  /** An environment whose values are worked out. */
  Optional<EnvironmentBlock> environmentWithValues(String name) {
    record(Space.ENVIRONMENT_VALUES, Names.key(name));
    return environment(name);
  }

  /** Whether a keyword is the one that its name finds; this is no use of it. */
  public boolean isFoundByItsName(KeywordEntry.Composed keyword) {
    String key = Names.key(keyword.signature().name());
    record(Space.KEYWORD, key);
    return contents.keywords.get(key) == keyword;
  }

  /** All hooks, in the order of documents and lines. */
  public List<HookEntry> hooks() {
    return contents.hooks;
  }

  /** The names of all environments' values as written, by their keys. */
  public Map<String, String> environmentNames() {
    record(Space.ENVIRONMENT, Symbol.ALL);
    Map<String, String> known = contents.environmentNames;
    if (known == null) {
      known = readEnvironmentNames();
      contents.environmentNames = known;
    }
    return known;
  }

  private Map<String, String> readEnvironmentNames() {
    Map<String, String> names = new LinkedHashMap<>();
    for (NamedBlock block : named(BlockKind.ENVIRONMENT)) {
      Environments.entries(this, block.name())
          .forEach((key, entry) -> names.putIfAbsent(key, entry.name()));
    }
    return names;
  }

  /** Addresses that environments give as plain texts, by the name of the value. */
  public Map<String, String> environmentAddresses() {
    record(Space.ENVIRONMENT, Symbol.ALL);
    Map<String, String> known = contents.environmentAddresses;
    if (known == null) {
      known = new LinkedHashMap<>();
      for (NamedBlock block : named(BlockKind.ENVIRONMENT)) {
        for (ValuesTable.Entry entry : new EnvironmentBlock(block.block()).values().entries()) {
          if (entry.value().source().contains("://")) {
            known.putIfAbsent(entry.name(), entry.value().source());
          }
        }
      }
      contents.environmentAddresses = known;
    }
    return known;
  }

  private static Space space(BlockKind kind) {
    return Space.valueOf(kind.name());
  }

  /**
   * The case that a name in {@code after} means; with {@code by row} behind it, unless that belongs
   * to a case's whole name, for the same row only.
   */
  public Optional<EarlierCase> earlier(String written, CaseEntry from) {
    Optional<EarlierCase> whole =
        caseNamed(written, from).map(entry -> new EarlierCase(entry, false));
    String key = Names.key(written);
    if (whole.isPresent() || !key.endsWith(BY_ROW)) {
      return whole;
    }
    String name = written.strip().replaceFirst("(?i)[ \\t_-]+by[ \\t_-]+row$", "");
    return caseNamed(name, from).map(entry -> new EarlierCase(entry, true));
  }

  /** A case as another one names it: of the same suite, or behind its suite's name and a slash. */
  public Optional<CaseEntry> caseNamed(String name, CaseEntry from) {
    Optional<CaseEntry> own = caseOf(from.suiteName(), name);
    for (int slash = name.indexOf('/');
        own.isEmpty() && slash >= 0;
        slash = name.indexOf('/', slash + 1)) {
      own = caseOf(name.substring(0, slash).strip(), name.substring(slash + 1).strip());
    }
    return own;
  }

  private Optional<CaseEntry> caseOf(String suite, String name) {
    String suiteKey = Names.key(suite);
    String caseKey = Names.key(name);
    record(Space.CASE, suiteKey + "/" + caseKey);
    return contents.caseOf(suiteKey, caseKey);
  }

  /** Whether any step of the project publishes a value of this name. */
  public boolean isPublished(String name) {
    String key = Names.key(name);
    record(Space.PUBLISHED, key);
    return contents.isPublished(key);
  }

  /** Notes that a step may use any element. */
  public void useAnyElement() {
    if (log != null) {
      log.used.add(Symbol.anyElement());
    }
  }

  public List<SuiteEntry> suites() {
    record(Space.CASE, Symbol.ALL);
    return contents.suites;
  }

  /** Problems of double names, by document path, with absolute lines. */
  public Map<String, List<Diagnostic>> duplicates() {
    return contents.duplicates;
  }
}
