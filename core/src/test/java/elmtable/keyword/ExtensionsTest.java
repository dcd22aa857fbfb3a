package elmtable.keyword;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.keyword.builtin.BuiltInKeywords;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.jar.JarEntry;
import java.util.jar.JarOutputStream;
import javax.tools.ToolProvider;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

@DisplayName("Keywords from jars")
class ExtensionsTest {
  @TempDir private Path folder;

  /** A jar with one class that has one keyword. */
  private void jar(String file, String className, String keyword) throws IOException {
    Path source = folder.resolve(className + ".java");
    Files.writeString(
        source,
        """
        import elmtable.keyword.*;
        public final class %s implements KeywordLibrary {
          @Keyword(name = "%s", note = "Says hello.")
          public void hello(StepContext step, @Param(name = "whom") String whom) {
            throw new StepFailedException("hello " + whom);
          }
        }
        """
            .formatted(className, keyword));
    int failed =
        ToolProvider.getSystemJavaCompiler()
            .run(
                null,
                null,
                null,
                "-cp",
                System.getProperty("java.class.path"),
                "-d",
                folder.toString(),
                source.toString());
    assertEquals(0, failed);
    named(file, className, folder.resolve(className + ".class"));
  }

  private void named(String file, String className, Path made) throws IOException {
    try (JarOutputStream jar = new JarOutputStream(Files.newOutputStream(folder.resolve(file)))) {
      jar.putNextEntry(new JarEntry("META-INF/services/elmtable.keyword.KeywordLibrary"));
      jar.write(className.getBytes(StandardCharsets.UTF_8));
      if (made != null) {
        jar.putNextEntry(new JarEntry(className + ".class"));
        jar.write(Files.readAllBytes(made));
        Files.delete(made);
      }
    }
  }

  @Test
  void addToTheBuiltInOnes() throws IOException {
    jar("b.jar", "Hello", "say hello");
    MethodKeyword hello =
        BuiltInKeywords.with(Extensions.load(folder)).find("Say hello").orElseThrow();
    assertEquals("Says hello.", hello.signature().note());
    assertEquals("whom", hello.signature().takes().get(0).name());
    assertEquals(
        "hello kiln",
        assertThrows(StepFailedException.class, () -> hello.call(null, List.of("kiln")))
            .getMessage());
  }

  @Test
  void saySoWhenTheyCannotBeUsed() throws IOException {
    assertEquals(List.of(), Extensions.load(folder.resolve("none")));
    jar("a.jar", "Again", "press");
    List<KeywordLibrary> twice = Extensions.load(folder);
    assertTrue(
        assertThrows(IllegalArgumentException.class, () -> BuiltInKeywords.with(twice))
            .getMessage()
            .contains("Two keywords have the name “press”"));
    named("c.jar", "Missing", null);
    assertTrue(
        assertThrows(Extensions.UnusableException.class, () -> Extensions.load(folder))
            .getMessage()
            .startsWith("The extension c.jar cannot be used"));
  }
}
