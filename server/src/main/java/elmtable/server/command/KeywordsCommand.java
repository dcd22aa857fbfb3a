package elmtable.server.command;

import elmtable.check.CheckedProject;
import elmtable.server.service.Snapshot;
import elmtable.server.view.KeywordPage;
import elmtable.server.view.KeywordViews;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Writes the reference of a project's keywords. */
@Command(
    name = "keywords",
    mixinStandardHelpOptions = true,
    description = "Writes the reference of a project's keywords as one HTML page.")
final class KeywordsCommand implements Callable<Integer> {
  @Parameters(paramLabel = "DIR", description = "Folder of the project.")
  private Path folder;

  @Option(
      names = "--out",
      paramLabel = "FILE",
      description = "Where it is written; to the standard output if left out.")
  private Path out;

  @Spec private CommandSpec spec;

  @Override
  public Integer call() {
    Snapshot snapshot = new Snapshot(1, CheckedProject.of(ProjectFolder.read(folder)), Map.of());
    String page =
        KeywordPage.of(
            folder.toAbsolutePath().normalize().getFileName().toString(),
            new KeywordViews(snapshot).keywords());
    PrintWriter to = spec.commandLine().getOut();
    if (out == null) {
      to.println(page);
    } else {
      write(page);
      to.println("The reference is in " + out);
    }
    to.flush();
    return 0;
  }

  private void write(String page) {
    try {
      Files.writeString(out, page);
    } catch (IOException failed) {
      throw new RefusalException(
          "The reference cannot be written to " + out + ": " + failed.getMessage() + ".");
    }
  }
}
