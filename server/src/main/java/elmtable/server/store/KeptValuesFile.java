package elmtable.server.store;

import com.fasterxml.jackson.core.type.TypeReference;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import elmtable.run.request.KeptValues;
import elmtable.text.Names;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** Kept values in a JSON file: by environment, then by name. It is read anew at each question. */
public final class KeptValuesFile implements KeptValues {
  /** What such a file is called, wherever it lies. */
  public static final String NAME = "values.json";

  private static final ObjectMapper JSON =
      new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT);

  private final Path file;

  public KeptValuesFile(Path file) {
    this.file = file;
  }

  /** All values by environment and name. Throws {@link StoreException} where it cannot be read. */
  public synchronized Map<String, Map<String, String>> all() {
    if (!Files.exists(file)) {
      return new TreeMap<>();
    }
    try {
      return JSON.readValue(
          file.toFile(), new TypeReference<TreeMap<String, Map<String, String>>>() {});
    } catch (IOException unreadable) {
      throw new StoreException(
          "The kept values in " + file.getFileName() + " cannot be read; remove the file.",
          unreadable);
    }
  }

  @Override
  public Optional<String> find(String environment, String name) {
    return all().getOrDefault(environment, Map.of()).entrySet().stream()
        .filter(entry -> Names.same(entry.getKey(), name))
        .map(Map.Entry::getValue)
        .findFirst();
  }

  @Override
  public synchronized void keep(String environment, String name, String value) {
    Map<String, Map<String, String>> all = all();
    Map<String, String> values = all.computeIfAbsent(environment, e -> new TreeMap<>());
    values.keySet().removeIf(other -> Names.same(other, name));
    values.put(name, value);
    write(all);
  }

  /**
   * Forgets values.
   *
   * @param environment empty for all
   * @param name empty for all
   * @return how many were forgotten
   */
  public synchronized int forget(String environment, String name) {
    Map<String, Map<String, String>> all = all();
    int before = count(all);
    all.forEach((of, values) -> {
      if (environment.isEmpty() || Names.same(of, environment)) {
        values.keySet().removeIf(each -> name.isEmpty() || Names.same(each, name));
      }
    });
    all.values().removeIf(Map::isEmpty);
    write(all);
    return before - count(all);
  }

  private static int count(Map<String, Map<String, String>> all) {
    return all.values().stream().mapToInt(Map::size).sum();
  }

  private void write(Map<String, Map<String, String>> all) {
    try {
      Files.createDirectories(file.toAbsolutePath().getParent());
      Path beside = file.resolveSibling(file.getFileName() + ".new");
      JSON.writeValue(beside.toFile(), all);
      Files.move(beside, file, StandardCopyOption.REPLACE_EXISTING);
    } catch (IOException full) {
      throw new StoreException(
          "The kept values cannot be written to " + file.getFileName() + ".", full);
    }
  }
}
