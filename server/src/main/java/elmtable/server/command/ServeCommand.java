package elmtable.server.command;

import elmtable.run.Runner;
import elmtable.server.http.WebServer;
import elmtable.server.service.ChangeSets;
import elmtable.server.service.RunService;
import elmtable.server.service.Services;
import elmtable.server.service.Workspace;
import elmtable.server.store.Database;
import elmtable.server.store.DocumentStore;
import elmtable.server.store.KeptValuesFile;
import elmtable.server.store.RunStore;
import elmtable.server.store.StoreException;
import elmtable.webdriver.ChromeLauncher;
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
        "Serves the application. With a folder, a data folder that is still empty takes its project in.")
final class ServeCommand implements Callable<Integer> {
  @Parameters(paramLabel = "DIR", arity = "0..1", description = "Folder of a project to take in.")
  private Path folder;

  @Option(
      names = "--data",
      paramLabel = "DIR",
      defaultValue = ".elm/data",
      description = "Where the database is kept.")
  private Path data;

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
      serve(server, opening.join().services());
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

  private void serve(WebServer server, Services services) throws InterruptedException {
    PrintWriter out = spec.commandLine().getOut();
    out.println("Elm Table is at http://127.0.0.1:" + server.port() + "  (stop it with Ctrl C)");
    out.flush();
    if (warmUp) {
      warmUp(server, services);
      return;
    }
    Thread.ofPlatform().daemon().name("warm-up").start(() -> warmUp(server, services));
    untilEnded();
  }

  private static void warmUp(WebServer server, Services services) {
    try {
      WarmUp.of(server.port(), services.workspace().snapshot());
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
    } catch (IOException failed) {
      // Whoever comes first waits a little longer, and no more than that.
      LOG.info("The server did not answer its own first requests: {}", failed.getMessage());
    }
  }

  /** What is closed when the server ends: runs first, then the database. */
  private record Opened(Database database, Services services) implements AutoCloseable {
    @Override
    public void close() {
      services.runs().close();
      database.close();
    }
  }

  private Opened open() {
    try {
      Database database = Database.open(data);
      DocumentStore documents = new DocumentStore(database);
      takeIn(documents);
      Workspace workspace = new Workspace(documents, ExtensionFolder.keywords());
      RunStore runStore = new RunStore(database);
      RunService runs =
          new RunService(
              workspace,
              runStore,
              new Runner(ChromeLauncher::new),
              new KeptValuesFile(data.resolve(KeptValuesFile.NAME)));
      return new Opened(
          database, new Services(workspace, new ChangeSets(workspace, documents), runs, runStore));
    } catch (IOException | StoreException failed) {
      throw new RefusalException(
          "The data folder " + data + " cannot be used: " + failed.getMessage());
    }
  }

  private void takeIn(DocumentStore documents) throws IOException {
    if (folder == null || documents.projectName().isPresent()) {
      return;
    }
    if (!Files.isDirectory(folder)) {
      throw new RefusalException("There is no folder " + folder + " to take a project from.");
    }
    String own = folder.toAbsolutePath().normalize().getFileName().toString();
    documents.importFolder(name != null ? name : own, folder);
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
