package elmtable.project;

import elmtable.data.DataSets;
import elmtable.data.DataSummary;
import elmtable.data.source.ProjectFiles;
import elmtable.keyword.KeywordRegistry;
import elmtable.language.BlockKind;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.DataEntry;
import elmtable.project.entry.NamedBlock;
import elmtable.text.Names;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * Everything a project is at one moment: its documents, what is named in them and what is wrong
 * with them. It never changes; a change makes another one that shares all documents and blocks that
 * did not change.
 */
public final class Project {
  private final SortedMap<String, SourceDocument> documents;
  private final ProjectFiles beside;
  private final DocumentFiles files;

  /** The same, as they are looked at through this. */
  private final ProjectFiles seenFiles;

  private final KeywordRegistry builtIn;
  private final DataCache dataCache;
  private final Map<String, DocumentIndex> indexes;
  private final IndexContents contents;
  private final ProjectIndex index;

  /** The environment whose values fill in where data is read from; empty for the first. */
  private final String environment;

  private Project(
      SortedMap<String, SourceDocument> documents,
      ProjectFiles beside,
      KeywordRegistry builtIn,
      DataCache dataCache,
      Project before) {
    this.documents = Collections.unmodifiableSortedMap(documents);
    this.beside = beside;
    this.files = DocumentFiles.of(beside, documents, before == null ? null : before.files);
    this.seenFiles = files;
    this.builtIn = builtIn;
    this.dataCache = dataCache;
    this.indexes = indexes(documents, before == null ? Map.of() : before.indexes);
    this.contents =
        new IndexContents(
            indexes.values(), builtIn, before == null ? null : before.contents.phrasesSoFar());
    this.index = new ProjectIndex(contents);
    this.environment = "";
  }

  private Project(Project like, ProjectIndex seenBy, String environment) {
    this(like, seenBy, environment, like.seenFiles);
  }

  private Project(Project like, ProjectIndex seenBy, String environment, ProjectFiles seenFiles) {
    this.environment = environment;
    this.seenFiles = seenFiles;
    index = seenBy;
    documents = like.documents;
    beside = like.beside;
    files = like.files;
    builtIn = like.builtIn;
    dataCache = like.dataCache;
    indexes = like.indexes;
    contents = like.contents;
  }

  private static Map<String, DocumentIndex> indexes(
      SortedMap<String, SourceDocument> documents, Map<String, DocumentIndex> before) {
    Map<String, DocumentIndex> indexes = new LinkedHashMap<>();
    for (SourceDocument document : documents.values()) {
      DocumentIndex known = before.get(document.path());
      indexes.put(
          document.path(),
          known != null && known.document() == document ? known : new DocumentIndex(document));
    }
    return indexes;
  }

  /** Reads a project's documents, given by path. */
  public static Project of(Map<String, String> texts, ProjectFiles files, KeywordRegistry builtIn) {
    SortedMap<String, SourceDocument> documents = new TreeMap<>();
    texts.entrySet().parallelStream()
        .map(entry -> SourceDocument.read(entry.getKey(), entry.getValue()))
        .toList()
        .forEach(document -> documents.put(document.path(), document));
    return new Project(documents, files, builtIn, new DataCache(), null);
  }

  /** The project with another text for one document, which may be new. */
  public Project with(String path, String text) {
    SortedMap<String, SourceDocument> changed = new TreeMap<>(documents);
    SourceDocument before = documents.get(path);
    changed.put(path, before == null ? SourceDocument.read(path, text) : before.withText(text));
    return new Project(changed, beside, builtIn, dataCache, this);
  }

  public Project without(String path) {
    SortedMap<String, SourceDocument> changed = new TreeMap<>(documents);
    changed.remove(path);
    return new Project(changed, beside, builtIn, dataCache, this);
  }

  /** The same documents with other files beside them. */
  public Project withFiles(ProjectFiles changed) {
    return new Project(documents, changed, builtIn, dataCache, this);
  }

  /** The same documents with one more object whose annotated methods are keywords. */
  public Project withKeywords(Object owner) {
    return new Project(documents, beside, builtIn.with(owner), dataCache, null);
  }

  /**
   * The same project with other values in its environments, whatever their documents say.
   *
   * @param values plain texts by the names that an environment has
   */
  public Project overridden(Map<String, String> values) {
    Map<String, String> byKey = new HashMap<>();
    values.forEach((name, value) -> byKey.put(Names.key(name), value));
    return new Project(this, index.overridden(Map.copyOf(byKey)), environment);
  }

  /** The same project, with the secrets that its documents leave empty. */
  public Project with(TypedSecrets secrets) {
    return new Project(this, index.with(secrets), environment);
  }

  /** The same project, noting what is looked up in its index, and which files are asked for. */
  public Project recording(LookupLog notes) {
    return new Project(this, index.recording(notes), environment, notes.noting(files));
  }

  /** The same project, with its data read as in an environment; an empty name for the first. */
  public Project in(String environment) {
    return environment.equals(this.environment) ? this : new Project(this, index, environment);
  }

  /** The environment whose values fill in where data is read from; empty where there is none. */
  String environment() {
    List<NamedBlock> all = environment.isEmpty() ? index.named(BlockKind.ENVIRONMENT) : List.of();
    return all.isEmpty() ? environment : all.get(0).name();
  }

  /** What each document names, by path. */
  public Map<String, DocumentIndex> indexes() {
    return indexes;
  }

  public SortedMap<String, SourceDocument> documents() {
    return documents;
  }

  public Optional<SourceDocument> document(String path) {
    return Optional.ofNullable(documents.get(path));
  }

  /** The files that data is read from; documents that hold rows are among them. */
  public ProjectFiles files() {
    return seenFiles;
  }

  public ProjectIndex index() {
    return index;
  }

  /** A data set as it is read now, and the steps that shape it. */
  public DataSets.Reading dataSet(DataEntry entry) {
    return dataCache.reading(entry, this);
  }

  /** What reading a data set once showed. */
  public DataSummary dataSummary(DataEntry entry) {
    return dataCache.summary(entry, this);
  }

  /** How many rows a usable data set has, by reading all of them where a look did not tell. */
  long rows(DataEntry entry) {
    return dataCache.rows(entry, this);
  }

  /** A usable data set's rows by their keys. */
  KeyedRows keyedRows(DataEntry entry) {
    return dataCache.keyedRows(entry, this);
  }

  /**
   * The data sets that a case's rows come from, as they are read now; the same objects as before
   * where nothing that they are made of is another.
   */
  public List<DataSets.Reading> dataSetsOf(CaseEntry entry) {
    return dataSetNames(entry).stream()
        .flatMap(name -> index.dataSet(name).stream())
        .map(this::dataSet)
        .toList();
  }

  /** The names of the data sets that a case's rows come from. */
  public List<String> dataSetNames(CaseEntry entry) {
    return CaseData.sets(entry);
  }

  /** The rows a case is run with. */
  public CaseData dataOf(CaseEntry entry) {
    return CaseData.of(entry, this);
  }
}
