package elmtable.server.command;

import elmtable.server.store.KeptValuesFile;
import elmtable.text.Counted;
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

/** Lists the values that runs keep for later ones, or forgets them. */
@Command(
    name = "values",
    mixinStandardHelpOptions = true,
    description =
        "Lists the values that runs keep for later ones (publish … keep), or forgets them.")
final class ValuesCommand implements Callable<Integer> {
  @Parameters(
      index = "0",
      paramLabel = "DIR",
      description = "Folder of the project, or a server's data folder.")
  private Path folder;

  @Option(
      names = "--environment",
      paramLabel = "NAME",
      description = "Only those of this environment.")
  private String environment = "";

  @Option(names = "--json", description = "Print JSON: names and values by environment.")
  private boolean json;

  @Option(names = "--forget", description = "Forget the values instead.")
  private boolean forget;

  @Option(names = "--name", paramLabel = "NAME", description = "Forget only this one.")
  private String name = "";

  @Spec private CommandSpec spec;

  /** Where a project's values are kept that the command line runs. */
  static KeptValuesFile ofProject(Path folder) {
    return new KeptValuesFile(folder.resolve(".elm").resolve(KeptValuesFile.NAME));
  }

  @Override
  public Integer call() {
    if (!Files.isDirectory(folder)) {
      throw new RefusalException(
          "There is no folder " + folder + "; name the folder of a project or a server's data.");
    }
    Path ofServer = folder.resolve(KeptValuesFile.NAME);
    KeptValuesFile values =
        Files.exists(ofServer) ? new KeptValuesFile(ofServer) : ofProject(folder);
    PrintWriter out = spec.commandLine().getOut();
    if (forget) {
      out.println(Counted.of(values.forget(environment, name), "value") + " forgotten");
    } else if (json) {
      out.println(Json.write(values.all()));
    } else {
      values.all().forEach((of, named) -> print(of, named, out));
    }
    out.flush();
    return 0;
  }

  private void print(String of, Map<String, String> named, PrintWriter out) {
    if (environment.isEmpty() || of.equalsIgnoreCase(environment)) {
      out.println(of.isEmpty() ? "without an environment" : of);
      named.forEach((key, value) -> out.println("  " + key + " = " + value));
    }
  }
}
