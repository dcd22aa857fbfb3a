package elmtable.run.step;

import elmtable.formula.Value;
import elmtable.plan.ExecutableCase;
import elmtable.project.Project;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.EarlierCase;
import elmtable.run.request.CaseOnTarget;
import elmtable.run.request.KeptValues;
import elmtable.text.Names;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;

/**
 * The values that cases of a run handed to later ones: to those of the same suite, and to those
 * that come after them, with the same environment and browser; row by row where they come so.
 */
public final class PublishedValues {
  private final Project project;
  private final KeptValues kept;
  private final Map<String, Map<String, Value>> bySuite = new ConcurrentHashMap<>();
  private final Map<CaseOnTarget, Map<String, Value>> byCase = new ConcurrentHashMap<>();
  private final Map<RowOfCase, Map<String, Value>> byRow = new ConcurrentHashMap<>();

  /**
   * @param kept those of earlier runs, and of this one for later ones
   */
  public PublishedValues(Project project, KeptValues kept) {
    this.project = project;
    this.kept = kept;
  }

  void publish(ExecutableCase by, String name, Value value, boolean keep) {
    if (keep) {
      kept.keep(by.environment(), name, value.text());
    }
    String key = Names.key(name);
    bySuite.computeIfAbsent(suite(by), s -> new ConcurrentHashMap<>()).put(key, value);
    byCase.computeIfAbsent(CaseOnTarget.of(by), c -> new ConcurrentHashMap<>()).put(key, value);
    byRow.computeIfAbsent(RowOfCase.of(by), r -> new ConcurrentHashMap<>()).put(key, value);
  }

  Optional<Value> find(ExecutableCase reader, String name) {
    String key = Names.key(name);
    List<EarlierCase> earlier =
        reader.entry().after().names().stream()
            .flatMap(written -> project.index().earlier(written, reader.entry()).stream())
            .toList();
    return earlier.stream()
        .filter(EarlierCase::byRow)
        .flatMap(each -> published(byRow, RowOfCase.of(each.entry(), reader), key).stream())
        .findFirst()
        .or(() -> published(bySuite, suite(reader), key))
        .or(() ->
            earlier.stream()
                .flatMap(each ->
                    published(
                        byCase,
                        CaseOnTarget.of(each.entry(), reader.environment(), reader.browser()),
                        key)
                        .stream())
                .findFirst())
        .or(() -> kept.find(reader.environment(), name).map(Value::of));
  }

  private static <K> Optional<Value> published(Map<K, Map<String, Value>> by, K whom, String key) {
    return Optional.ofNullable(by.getOrDefault(whom, Map.of()).get(key));
  }

  /** The executable cases of one row, by its key. */
  private record RowOfCase(CaseOnTarget target, String row) {
    static RowOfCase of(ExecutableCase executable) {
      return of(executable.entry(), executable);
    }

    static RowOfCase of(CaseEntry entry, ExecutableCase like) {
      return new RowOfCase(
          CaseOnTarget.of(entry, like.environment(), like.browser()), like.rowKey());
    }
  }

  private static String suite(ExecutableCase executable) {
    return String.join(
        "\n", executable.entry().path(), executable.environment(), executable.browser());
  }
}
