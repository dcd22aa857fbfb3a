package elmtable.webdriver;

import elmtable.browser.BrowserException;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * A driver program with a port and a temporary folder of its own.
 *
 * <p>A small shell watches over it: it holds one end of a pipe from this process, and when that
 * closes, because {@link #close()} was called or because this process died in whatever way, it
 * kills the driver and every browser that the driver started, which all are in the driver's process
 * group, and removes the folder. It lets go of the driver's output, so that this ends when the
 * driver does.
 */
final class DriverProcess implements AutoCloseable {
  private static final Pattern STARTED = Pattern.compile("started successfully on port (\\d+)");
  private static final String WATCH =
      "trap '' INT TERM HUP; folder=$1; shift; setsid \"$@\" </dev/null 2>&1 & driver=$!; "
          + "exec >/dev/null 2>&1; cat; kill -KILL -$driver 2>/dev/null; "
          + "for again in 1 2 3; do rm -rf \"$folder\" && break; sleep 0.1; done";

  /** The driver, or the shell that watches over it. */
  private final Process process;

  private final ProcessHandle driver;
  private final Path folder;
  private final int port;

  private DriverProcess(Path program, Process process, Path folder, int port) {
    this.process = process;
    this.driver =
        process
            .descendants()
            .filter(
                child -> child.info().command().orElse("").endsWith("/" + program.getFileName()))
            .findFirst()
            .orElse(process.toHandle());
    this.folder = folder;
    this.port = port;
  }

  static DriverProcess start(Path program) {
    Path folder = null;
    try {
      folder = Files.createTempDirectory("elm-table-browser-");
      List<String> command = new ArrayList<>();
      boolean watched = hasSetsid();
      if (watched) {
        command.addAll(List.of("setsid", "sh", "-c", WATCH, "elm-table", folder.toString()));
      }
      command.addAll(List.of(program.toString(), "--port=0"));
      ProcessBuilder builder = new ProcessBuilder(command).redirectErrorStream(true);
      // The driver makes folders of its own for each browser; they belong into ours, which is
      // removed.
      builder.environment().put("TMPDIR", folder.toString());
      Process process = builder.start();
      if (!watched) {
        Runtime.getRuntime().addShutdownHook(new Thread(process::destroyForcibly));
      }
      return started(program, process, folder);
    } catch (IOException failed) {
      throw new BrowserException(
          BrowserException.Kind.LOST,
          "The driver " + program + " cannot be started: " + failed.getMessage() + ".",
          failed);
    }
  }

  private static boolean hasSetsid() {
    return Stream.of("/usr/bin/setsid", "/bin/setsid")
        .anyMatch(path -> Files.isExecutable(Path.of(path)));
  }

  private static DriverProcess started(Path program, Process process, Path folder) {
    CompletableFuture<Integer> port = new CompletableFuture<>();
    Thread.ofVirtual().name("driver output").start(() -> readOutput(process, port));
    String reason;
    try {
      return new DriverProcess(program, process, folder, port.get(60, TimeUnit.SECONDS));
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
        BrowserException.Kind.LOST, "The driver " + program + " did not start: " + reason + ".");
  }

  /** Reads to the end, so that the driver never waits for a reader. */
  private static void readOutput(Process process, CompletableFuture<Integer> port) {
    String last = "";
    try (BufferedReader lines =
        new BufferedReader(
            new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8))) {
      for (String line = lines.readLine(); line != null; line = lines.readLine()) {
        Matcher matcher = STARTED.matcher(line);
        if (matcher.find()) {
          port.complete(Integer.parseInt(matcher.group(1)));
        }
        last = line.isBlank() ? last : line.strip();
      }
      port.completeExceptionally(
          new IOException(last.isEmpty() ? "it ended at once" : "it ended with “" + last + "”"));
    } catch (IOException gone) {
      port.completeExceptionally(gone);
    }
  }

  boolean isAlive() {
    return driver.isAlive();
  }

  URI address() {
    return URI.create("http://127.0.0.1:" + port);
  }

  Path folder() {
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

  /** The watch alone would leave the driver and its browsers behind. */
  private static void destroy(Process watch) {
    List<ProcessHandle> started = watch.descendants().toList();
    watch.destroyForcibly();
    started.forEach(ProcessHandle::destroyForcibly);
  }
}
