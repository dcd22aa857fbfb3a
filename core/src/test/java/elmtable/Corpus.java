package elmtable;

import static org.junit.jupiter.api.Assertions.assertEquals;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/**
 * Files of examples that the interface's tests read, too, so that what stands in both languages
 * does the same. Run with {@code -Dcorpus.write=true} to write them anew.
 */
public final class Corpus {
  private static final Path FOLDER = Path.of("src/test/corpus");
  private static final ObjectMapper JSON =
      new ObjectMapper().enable(SerializationFeature.ORDER_MAP_ENTRIES_BY_KEYS);

  private Corpus() {}

  /** Fails where a file does not hold these examples, one a line. */
  public static void check(String name, List<?> examples) throws IOException {
    StringBuilder made = new StringBuilder("[\n");
    for (int i = 0; i < examples.size(); i++) {
      made.append(JSON.writeValueAsString(examples.get(i)));
      made.append(i + 1 < examples.size() ? ",\n" : "\n");
    }
    made.append("]\n");
    Path file = FOLDER.resolve(name);
    if (Boolean.getBoolean("corpus.write")) {
      Files.createDirectories(FOLDER);
      Files.writeString(file, made);
    }
    assertEquals(
        made.toString(), Files.readString(file), "Run core's tests with -Dcorpus.write=true.");
  }
}
