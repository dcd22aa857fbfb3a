package elmtable.server.command;

import elmtable.run.Runner;
import elmtable.server.folder.ProjectFolder;
import elmtable.server.http.WebServer;
import elmtable.server.service.DataFiles;
import elmtable.server.service.Services;
import elmtable.server.service.Workspace;
import elmtable.server.store.DataFolder;
import elmtable.server.store.Database;
import elmtable.server.store.DocumentStore;
import elmtable.server.store.FolderBases;
import elmtable.server.store.StoreException;
import elmtable.webdriver.BrowserLauncher;
import io.javalin.util.JavalinBindException;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Starts the server and serves until the process is ended. */
@Command(
    name = "serve",
    mixinStandardHelpOptions = true,
    description =
        "Serves the application. It works on a project's folder: edits become files, and what"
            + " changes in the files comes in.")
final class ServeCommand implements Callable<Integer> {
  @Parameters(paramLabel = "DIR", arity = "0..1", description = "Folder of the project.")
  private Path folder;

  @Option(
      names = "--data",
      paramLabel = "DIR",
      description =
          "Where history, runs and settings are kept; .elm/data in the project's folder if left out.")
  private Path data;

  @Option(
      names = "--no-folder",
      description =
          "Keeps documents in the database alone; a folder that is named is taken in once.")
  private boolean noFolder;

  @Option(
      names = "--name",
      description = "Name of a project that is taken in; its folder's name if left out.")
  private String name;

  @Option(
      names = "--port",
      defaultValue = "8080",
      description = "Port on the loopback interface; 0 takes a free one.")
  private int port;

  @Option(
      names = "--warm-up",
      hidden = true,
      description =
          "Starts, answers a few requests of its own and ends: what later starts can use.")
  private boolean warmUp;

  private static final Logger LOG = LoggerFactory.getLogger(ServeCommand.class);

  @Spec private CommandSpec spec;

  private final CountDownLatch closed = new CountDownLatch(1);

  /** Something that is closed at the end. */
  @FunctionalInterface
  private interface Closing extends AutoCloseable {
    @Override
    void close();
  }

  @Override
  public Integer call() throws InterruptedException {
    // Opening the database and starting HTTP take about as long, so they go side by side.
    CompletableFuture<Opened> opening = CompletableFuture.supplyAsync(this::open);
    // HTTP ends first, so that nobody asks a database that is closed.
    try (Closing database = () -> close(opening);
        WebServer server = WebServer.start(port, opening.thenApply(Opened::services))) {
      serve(server, opening.join());
      return 0;
    } catch (CompletionException failed) {
      throw failed.getCause() instanceof RuntimeException cause ? cause : failed;
    } catch (JavalinBindException taken) {
      throw new RefusalException(
          "Port " + port + " is in use already; choose another with --port.");
    } finally {
      closed.countDown();
    }
  }

  /** Whoever waits for the opening has heard of its failure. */
  private static void close(CompletableFuture<Opened> opening) {
    opening
        .handle((opened, failed) -> {
          if (opened != null) {
            opened.close();
          }
          return opened;
        })
        .join();
  }

  private void serve(WebServer server, Opened opened) throws InterruptedException {
    PrintWriter out = spec.commandLine().getOut();
    String address = "http://127.0.0.1:" + server.port();
    opened.lock().tell(address);
    if (folder != null && !noFolder) {
      out.println("The project is the folder " + folder + "; its history is in " + dataPlace());
    }
    out.println("Elm Table is at " + address + "  (stop it with Ctrl C)");
    out.flush();
    if (warmUp) {
      warmUp(server, opened.services());
      return;
    }
    Thread.ofPlatform()
        .daemon()
        .name("warm-up")
        .start(() -> {
          warmUp(server, opened.services());
          opened.services().housekeeping().tidy();
        });
    untilEnded();
  }

  private static void warmUp(WebServer server, Services services) {
    try {
      WarmUp.of(server.port(), services.workspace().snapshot());
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
    } catch (IOException failed) {
      // Whoever comes first waits a little longer, and no more than that.
      LOG.info("The server did not answer its own first requests: {}", failed.toString());
    }
  }

  /** What is closed when the server ends: runs first, then the database. */
  private record Opened(Database database, Services services, ProjectFolder folder, DataFolder lock)
      implements AutoCloseable {
    @Override
    public void close() {
      services.runs().close();
      services.housekeeping().close();
      if (folder != null) {
        folder.close();
      }
      database.close();
      lock.close();
    }
  }

  private Path dataPlace() {
    if (data != null) {
      return data;
    }
    return folder == null || noFolder ? Path.of(".elm/data") : folder.resolve(".elm/data");
  }

  private String projectName() {
    if (!Files.isDirectory(folder)) {
      throw new RefusalException(
          "There is no folder " + folder + "; name the folder of a project, or make it first.");
    }
    return name != null ? name : folder.toAbsolutePath().normalize().getFileName().toString();
  }

  private Opened open() {
    try {
      boolean onFolder = folder != null && !noFolder;
      String project = onFolder ? projectName() : "";
      Path place = dataPlace();
      DataFolder.prepare(place);
      DataFolder lock = DataFolder.lock(place);
      Database database = Database.open(place);
      DocumentStore documents = new DocumentStore(database);
      if (!onFolder) {
        takeIn(documents);
      }
      Workspace workspace =
          onFolder
              ? new Workspace(
                  documents, ExtensionFolder.keywords(), project, ProjectFolder.filesOf(folder))
              : new Workspace(documents, ExtensionFolder.keywords());
      ProjectFolder kept =
          onFolder ? new ProjectFolder(folder, workspace, new FolderBases(database)) : null;
      if (kept != null) {
        kept.start();
      }
      return new Opened(
          database,
          Services.of(
              database,
              documents,
              workspace,
              onFolder
                  ? DataFiles.inFolder(folder, workspace)
                  : DataFiles.inStore(documents, workspace),
              new Runner(() -> new BrowserLauncher(onFolder ? folder : place)),
              new Services.Places(onFolder ? folder : null, place)),
          kept,
          lock);
    } catch (IOException | StoreException failed) {
      throw new RefusalException(
          "The data folder " + dataPlace() + " cannot be used: " + failed.getMessage());
    }
  }

  private void takeIn(DocumentStore documents) throws IOException {
    if (folder == null || documents.projectName().isPresent()) {
      return;
    }
    if (!Files.isDirectory(folder)) {
      throw new RefusalException("There is no folder " + folder + " to take a project from.");
    }
    documents.importFolder(projectName(), folder);
  }

  /** Waits for the signal that ends the process, and holds that up until everything is closed. */
  private void untilEnded() throws InterruptedException {
    CountDownLatch ending = new CountDownLatch(1);
    Runtime.getRuntime()
        .addShutdownHook(
            new Thread(() -> {
              ending.countDown();
              try {
                closed.await(8, TimeUnit.SECONDS);
              } catch (InterruptedException interrupted) {
                Thread.currentThread().interrupt();
              }
            }));
    ending.await();
  }
}
