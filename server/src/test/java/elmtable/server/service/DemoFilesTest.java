package elmtable.server.service;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class DemoFilesTest {
  @Test
  void areThoseOfTheDemo() throws Exception {
    Path demo = Path.of("..", "demo");
    List<String> paths = new ArrayList<>();
    DemoFiles.forEach((path, content) -> {
      paths.add(path);
      assertArrayEquals(Files.readAllBytes(demo.resolve(path)), content.readAllBytes(), path);
    });
    assertTrue(paths.contains("suites/firing-requests.elmt"), paths.toString());
    assertTrue(paths.stream().anyMatch(path -> path.endsWith(".xlsx")), paths.toString());
  }
}
