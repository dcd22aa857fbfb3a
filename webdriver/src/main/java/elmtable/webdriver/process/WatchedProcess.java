package elmtable.webdriver.process;

import elmtable.browser.BrowserException;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * A program, a driver or a browser, with a temporary folder of its own, that says where it listens.
 *
 * <p>A small shell watches over it: it holds one end of a pipe from this process, and when that
 * closes, because {@link #close()} was called or because this process died in whatever way, it
 * kills the program and all that it started, which are in its process group, and removes the
 * folder. It lets go of the program's output, so that this ends when the program does.
 */
public final class WatchedProcess implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(WatchedProcess.class);

  private static final String WATCH =
      "trap '' INT TERM HUP; folder=$1; shift; setsid \"$@\" </dev/null 2>&1 & program=$!; "
          + "exec >/dev/null 2>&1; cat; kill -KILL -$program 2>/dev/null; "
          + "for again in 1 2 3; do rm -rf \"$folder\" && break; sleep 0.1; done";

  /**
   * What a driver says that let the system choose its port on one kind of address and found it
   * taken on the other, by any connection of this machine. Only another start gives it another.
   */
  private static final Pattern PORT_TAKEN =
      Pattern.compile("port not available|address already in use", Pattern.CASE_INSENSITIVE);

  private static final int STARTS = 5;

  /** The program, or the shell that watches over it. */
  private final Process process;

  private final ProcessHandle program;
  private final Path folder;
  private final String address;

  private WatchedProcess(Path program, Process process, Path folder, String address) {
    this.process = process;
    this.program =
        process
            .descendants()
            .filter(
                child -> child.info().command().orElse("").endsWith("/" + program.getFileName()))
            .findFirst()
            .orElse(process.toHandle());
    this.folder = folder;
    this.address = address;
  }

  /**
   * Starts it, again where its port was taken meanwhile, and waits until it says where it listens.
   *
   * @param arguments for its command line, given its folder
   * @param listening matches the line of its output that tells where it listens, which is the first
   *     group
   */
  public static WatchedProcess start(
      Path program, Function<Path, List<String>> arguments, Pattern listening) {
    for (int left = STARTS - 1; ; left--) {
      try {
        return startOnce(program, arguments, listening);
      } catch (BrowserException refused) {
        if (left == 0 || !PORT_TAKEN.matcher(refused.getMessage()).find()) {
          throw refused;
        }
        LOG.info("{} It is started again.", refused.getMessage());
      }
    }
  }

  private static WatchedProcess startOnce(
      Path program, Function<Path, List<String>> arguments, Pattern listening) {
    try {
      Path folder = Files.createTempDirectory("elm-table-browser-");
      List<String> command = new ArrayList<>();
      boolean watched = hasSetsid();
      if (watched) {
        command.addAll(List.of("setsid", "sh", "-c", WATCH, "elm-table", folder.toString()));
      }
      command.add(program.toString());
      command.addAll(arguments.apply(folder));
      ProcessBuilder builder = new ProcessBuilder(command).redirectErrorStream(true);
      // What it keeps for itself belongs into a folder that is removed.
      builder.environment().put("TMPDIR", folder.toString());
      Process process = builder.start();
      if (!watched) {
        Runtime.getRuntime().addShutdownHook(new Thread(process::destroyForcibly));
      }
      return started(program, process, folder, listening);
    } catch (IOException failed) {
      throw new BrowserException(
          BrowserException.Kind.LOST,
          "The program " + program + " cannot be started: " + failed.getMessage() + ".",
          failed);
    }
  }

  private static boolean hasSetsid() {
    return Stream.of("/usr/bin/setsid", "/bin/setsid")
        .anyMatch(path -> Files.isExecutable(Path.of(path)));
  }

  private static WatchedProcess started(
      Path program, Process process, Path folder, Pattern listening) {
    CompletableFuture<String> address = new CompletableFuture<>();
    Thread.ofPlatform()
        .daemon()
        .name("browser output")
        .start(() -> readOutput(process, listening, address));
    String reason;
    try {
      return new WatchedProcess(program, process, folder, address.get(60, TimeUnit.SECONDS));
    } catch (TimeoutException silent) {
      reason = "it has not said within a minute where it listens";
    } catch (ExecutionException ended) {
      reason = ended.getCause().getMessage();
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      reason = "the wait for it was interrupted";
    }
    end(process, folder);
    throw new BrowserException(
        BrowserException.Kind.LOST, "The program " + program + " did not start: " + reason + ".");
  }

  /** Reads to the end, so that the driver never waits for a reader. */
  private static void readOutput(
      Process process, Pattern listening, CompletableFuture<String> address) {
    String last = "";
    try (BufferedReader lines =
        new BufferedReader(
            new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8))) {
      for (String line = lines.readLine(); line != null; line = lines.readLine()) {
        Matcher matcher = listening.matcher(line);
        if (matcher.find()) {
          address.complete(matcher.group(1));
        }
        last = line.isBlank() ? last : line.strip();
      }
      address.completeExceptionally(
          new IOException(last.isEmpty() ? "it ended at once" : "it ended with “" + last + "”"));
    } catch (IOException gone) {
      address.completeExceptionally(gone);
    }
  }

  public boolean isAlive() {
    return program.isAlive();
  }

  /** Whether it ended by itself, now or within a time. */
  public boolean hasEnded(Duration within) {
    try {
      program.onExit().get(within.toMillis(), TimeUnit.MILLISECONDS);
      return true;
    } catch (TimeoutException alive) {
      return false;
    } catch (ExecutionException unknown) {
      return !program.isAlive();
    } catch (InterruptedException brokenOff) {
      Thread.currentThread().interrupt();
      return false;
    }
  }

  /** Where it listens, in its own words. */
  public String address() {
    return address;
  }

  public Path folder() {
    return folder;
  }

  @Override
  public void close() {
    end(process, folder);
  }

  private static void end(Process process, Path folder) {
    try {
      process.getOutputStream().close();
      if (!process.waitFor(3, TimeUnit.SECONDS)) {
        destroy(process);
      }
      // Usually the watch removed it already.
      BrowserPrograms.removeFolder(folder);
    } catch (IOException gone) {
      destroy(process);
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      destroy(process);
    }
  }

  /** The watch alone would leave the program and what it started behind. */
  private static void destroy(Process watch) {
    List<ProcessHandle> started = watch.descendants().toList();
    watch.destroyForcibly();
    started.forEach(ProcessHandle::destroyForcibly);
  }
}
