package elmtable.server.command;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.io.TempDir;

/** Commands in a folder of their own. */
abstract class AbstractCommandTest {
  @TempDir Path folder;
  final StringWriter out = new StringWriter();
  final StringWriter err = new StringWriter();

  /** What it prints is that of this call. */
  int elm(String... arguments) {
    out.getBuffer().setLength(0);
    err.getBuffer().setLength(0);
    return ElmCommand.execute(new PrintWriter(out, true), new PrintWriter(err, true), arguments);
  }

  String file(String name, String text) throws IOException {
    return Files.writeString(folder.resolve(name), text).toString();
  }
}
