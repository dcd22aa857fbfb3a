package elmtable.server.command;

import elmtable.conversion.Conversion;
import elmtable.project.Project;
import elmtable.project.SourceDocument;
import elmtable.server.store.FolderWalk;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Prints a document in the other notation. */
@Command(
    name = "convert",
    mixinStandardHelpOptions = true,
    description = {
      "Prints a document in the other notation.",
      "What cannot be carried over is listed first, on standard error."
    })
final class ConvertCommand implements Callable<Integer> {
  /** The notations there are. */
  enum Notation {
    feature,
    elmt
  }

  @Parameters(paramLabel = "FILE", description = "A document of a project.")
  private Path file;

  @Option(
      names = "--to",
      required = true,
      description = "${COMPLETION-CANDIDATES}: Gherkin, or the table language.")
  private Notation to;

  @Option(
      names = "--project",
      paramLabel = "DIR",
      description = "The project's folder, for its keywords; else the document's own folder.")
  private Path folder;

  @Spec private CommandSpec spec;

  @Override
  public Integer call() {
    Path absolute = file.toAbsolutePath().normalize();
    Path root = folder == null ? absolute.getParent() : folder.toAbsolutePath().normalize();
    Project project = ProjectFolder.read(root);
    String path = FolderWalk.pathOf(root, absolute);
    SourceDocument document =
        project
            .document(path)
            .orElseThrow(
                () -> new RefusalException("There is no document " + path + " in " + root + "."));
    if (document.isFeature() == (to == Notation.feature)) {
      throw new RefusalException(file + " is written so already.");
    }
    Conversion conversion =
        to == Notation.feature
            ? Conversion.toFeature(project, document)
            : Conversion.toTable(project, document);
    PrintWriter err = spec.commandLine().getErr();
    if (!conversion.lost().isEmpty()) {
      err.println("Not carried over:");
      conversion.lost().forEach(lost -> err.println("  " + lost));
      err.flush();
    }
    PrintWriter out = spec.commandLine().getOut();
    out.print(conversion.text());
    out.flush();
    return 0;
  }
}
