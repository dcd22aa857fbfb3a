package elmtable.run;

import elmtable.formula.Value;
import elmtable.plan.ExecutableCase;
import elmtable.project.Project;
import elmtable.text.Names;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;

/**
 * The values that cases of a run handed to later ones: to those of the same suite, and to those
 * that come after them, with the same environment and browser.
 */
final class PublishedValues {
  private final Project project;
  private final Map<String, Map<String, Value>> bySuite = new ConcurrentHashMap<>();
  private final Map<CaseOnTarget, Map<String, Value>> byCase = new ConcurrentHashMap<>();

  PublishedValues(Project project) {
    this.project = project;
  }

  void publish(ExecutableCase by, String name, Value value) {
    String key = Names.key(name);
    bySuite.computeIfAbsent(suite(by), s -> new ConcurrentHashMap<>()).put(key, value);
    byCase.computeIfAbsent(CaseOnTarget.of(by), c -> new ConcurrentHashMap<>()).put(key, value);
  }

  Optional<Value> find(ExecutableCase reader, String name) {
    String key = Names.key(name);
    Value ofSuite = bySuite.getOrDefault(suite(reader), Map.of()).get(key);
    if (ofSuite != null) {
      return Optional.of(ofSuite);
    }
    return reader.entry().after().stream()
        .flatMap(earlier -> project.index().caseNamed(earlier, reader.entry()).stream())
        .map(entry -> byCase.getOrDefault(CaseOnTarget.of(entry, reader), Map.of()).get(key))
        .filter(value -> value != null)
        .findFirst();
  }

  private static String suite(ExecutableCase executable) {
    return String.join(
        "\n", executable.entry().path(), executable.environment(), executable.browser());
  }
}
