package elmtable.project;

import elmtable.data.ProjectFiles;
import elmtable.keyword.KeywordRegistry;
import elmtable.text.Diagnostic;
import java.util.Collections;
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
  private final ProjectFiles files;
  private final KeywordRegistry builtIn;
  private final DataCache dataCache;
  private final ProjectIndex index;
  private volatile Map<String, List<Diagnostic>> problems;

  private Project(
      SortedMap<String, SourceDocument> documents,
      ProjectFiles files,
      KeywordRegistry builtIn,
      DataCache dataCache) {
    this.documents = Collections.unmodifiableSortedMap(documents);
    this.files = files;
    this.builtIn = builtIn;
    this.dataCache = dataCache;
    this.index = ProjectIndex.of(documents.values(), builtIn);
  }

  /** Reads a project's documents, given by path. */
  public static Project of(Map<String, String> texts, ProjectFiles files, KeywordRegistry builtIn) {
    SortedMap<String, SourceDocument> documents = new TreeMap<>();
    texts.forEach((path, text) -> documents.put(path, SourceDocument.read(path, text)));
    return new Project(documents, files, builtIn, new DataCache());
  }

  /** The project with another text for one document, which may be new. */
  public Project with(String path, String text) {
    SortedMap<String, SourceDocument> changed = new TreeMap<>(documents);
    SourceDocument before = documents.get(path);
    changed.put(path, before == null ? SourceDocument.read(path, text) : before.withText(text));
    return new Project(changed, files, builtIn, dataCache);
  }

  public Project without(String path) {
    SortedMap<String, SourceDocument> changed = new TreeMap<>(documents);
    changed.remove(path);
    return new Project(changed, files, builtIn, dataCache);
  }

  /** The same documents with other files beside them. */
  public Project withFiles(ProjectFiles changed) {
    return new Project(documents, changed, builtIn, dataCache);
  }

  public SortedMap<String, SourceDocument> documents() {
    return documents;
  }

  public Optional<SourceDocument> document(String path) {
    return Optional.ofNullable(documents.get(path));
  }

  public ProjectFiles files() {
    return files;
  }

  public ProjectIndex index() {
    return index;
  }

  DataCache dataCache() {
    return dataCache;
  }

  /** The rows a case is run with. */
  public CaseData dataOf(CaseEntry entry) {
    return CaseData.of(entry, this);
  }

  /** A binder of steps to keywords. */
  public Binder binder() {
    return new Binder(index);
  }

  /**
   * Every problem, by document path, each list in the order of lines; worked out when first asked
   * for.
   */
  public Map<String, List<Diagnostic>> problems() {
    Map<String, List<Diagnostic>> known = problems;
    if (known == null) {
      known = Checker.check(this);
      problems = known;
    }
    return known;
  }

  public List<Diagnostic> problems(String path) {
    return problems().getOrDefault(path, List.of());
  }
}
