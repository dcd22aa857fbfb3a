package elmtable.server.command;

import elmtable.run.Runner;
import elmtable.server.message.PageMessages.BeginView;
import elmtable.server.message.PageMessages.FirstDocumentsRequest;
import elmtable.server.store.FolderReader;
import elmtable.server.trial.Beginning;
import elmtable.text.Counted;
import elmtable.webdriver.BrowserLauncher;
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

/** Makes a project for an application: its address, a page, a first case. */
@Command(
    name = "new",
    mixinStandardHelpOptions = true,
    description =
        "Makes a project for the application at an address: an environment, a browser, a page with"
            + " the elements that the live page has, and a first case that opens it.")
final class NewCommand implements Callable<Integer> {
  @Parameters(paramLabel = "DIR", description = "Folder of the project, which is made if needed.")
  private Path folder;

  @Option(
      names = "--address",
      paramLabel = "URL",
      required = true,
      description = "Address of the application's first page.")
  private String address;

  @Option(
      names = "--page",
      paramLabel = "NAME",
      description = "Name of the first page; made of its title if left out.")
  private String page;

  @Spec private CommandSpec spec;

  @Override
  public Integer call() throws InterruptedException {
    requireEmpty();
    BeginView seen;
    try {
      seen = new Beginning(new Runner(() -> new BrowserLauncher(folder))).look(address);
    } catch (Beginning.BadAddressException bad) {
      throw new RefusalException(bad.getMessage());
    }
    if (seen.failure() != null) {
      throw new RefusalException("The page could not be opened: " + seen.failure());
    }
    String name = page == null || page.isBlank() ? seen.page() : page.strip();
    Map<String, String> documents =
        Beginning.documents(
            new FirstDocumentsRequest(address, name, seen.title(), seen.elements(), null));
    write(documents);
    PrintWriter out = spec.commandLine().getOut();
    documents.keySet().forEach(path -> out.println("made  " + folder.resolve(path)));
    if (seen.warning() != null) {
      out.println(seen.warning());
    }
    out.println(
        "The page “%s” has %s. Run its first case with: elm run %s"
            .formatted(name, Counted.of(seen.elements().size(), "element"), folder));
    out.flush();
    return 0;
  }

  private void requireEmpty() {
    try {
      if (Files.isDirectory(folder) && !FolderReader.of(folder).documents().isEmpty()) {
        throw new RefusalException(
            "There is a project in " + folder + " already; name another folder.");
      }
    } catch (IOException unreadable) {
      throw new RefusalException(
          "The folder " + folder + " cannot be read: " + unreadable.getMessage());
    }
  }

  private void write(Map<String, String> documents) {
    try {
      for (Map.Entry<String, String> document : documents.entrySet()) {
        Path file = folder.resolve(document.getKey());
        Files.createDirectories(file.getParent());
        Files.writeString(file, document.getValue());
      }
    } catch (IOException failed) {
      throw new RefusalException(
          "The documents cannot be written to " + folder + ": " + failed.getMessage() + ".");
    }
  }
}
