package elmtable.webdriver.process;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Browser programs of this machine, each known by its profile's folder. */
public final class BrowserPrograms {
  private static final Logger LOG = LoggerFactory.getLogger(BrowserPrograms.class);
  private static final int TRIES = 5;
  private static final long PAUSE_MILLIS = 100;

  private BrowserPrograms() {}

  /**
   * The program that a variable of the environment names, else the first of these names on the
   * path.
   */
  public static Optional<Path> find(String variable, List<String> names) {
    String named = System.getenv(variable);
    if (named != null && !named.isBlank()) {
      return Optional.of(Path.of(named));
    }
    List<Path> folders =
        Stream.of(System.getenv().getOrDefault("PATH", "").split(":")).map(Path::of).toList();
    return names.stream()
        .flatMap(name -> folders.stream().map(folder -> folder.resolve(name)))
        .filter(Files::isExecutable)
        .findFirst();
  }

  /** Whether such a program can be started. */
  public static boolean isThere(String variable, List<String> names) {
    return find(variable, names).filter(Files::isExecutable).isPresent();
  }

  /** Ends the program with this profile and all that it started. */
  public static void kill(Path profile) {
    String argument = "--user-data-dir=" + profile;
    ProcessHandle.allProcesses()
        .filter(process ->
            process.info().arguments().map(List::of).orElse(List.of()).contains(argument))
        .forEach(process -> {
          process.descendants().forEach(ProcessHandle::destroyForcibly);
          process.destroyForcibly();
        });
  }

  /** A program that just ended may write for a moment still. */
  public static void removeFolder(Path folder) {
    for (int i = 0; i < TRIES && Files.exists(folder); i++) {
      try (Stream<Path> all = Files.walk(folder)) {
        for (Path path : all.sorted(Comparator.reverseOrder()).toList()) {
          Files.deleteIfExists(path);
        }
      } catch (IOException | UncheckedIOException busy) {
        LOG.debug("{} is still written to", folder, busy);
        pause();
      }
    }
  }

  private static void pause() {
    try {
      TimeUnit.MILLISECONDS.sleep(PAUSE_MILLIS);
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
    }
  }
}
