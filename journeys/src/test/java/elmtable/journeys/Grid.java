package elmtable.journeys;

import java.io.IOException;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.regex.Pattern;

/** A grid of browsers: a hub and its nodes, each a process of its own. */
final class Grid implements AutoCloseable {
  private static final int SESSIONS_OF_A_NODE = 2;
  private static final Pattern UP = Pattern.compile("\"availability\": *\"UP\"");

  private static final String CHROMIUM =
      """
      {"browserName": "chrome", "goog:chromeOptions": {"args": [
        "--disable-features=SpareRendererForSitePerProcess,WebUIOmniboxPopup,WebUIOmniboxAimPopup"]}}
      """;

  private final Path logs;
  private final int port = freePort();
  private final List<String> events =
      List.of(
          "--publish-events",
          "tcp://127.0.0.1:" + freePort(),
          "--subscribe-events",
          "tcp://127.0.0.1:" + freePort());
  private final Process hub;
  private final List<Process> nodes = new ArrayList<>();

  /**
   * Starts it, and is back when all nodes are known to the hub.
   *
   * @param logs a folder for what the processes say
   */
  Grid(Path logs, int nodeCount) throws Exception {
    this.logs = logs;
    hub = start("hub", port, List.of("--bind-host", "false"));
    for (int node = 0; node < nodeCount; node++) {
      nodes.add(
          start(
              "node",
              freePort(),
              List.of(
                  "--hub",
                  address(),
                  "--selenium-manager",
                  "false",
                  "--detect-drivers",
                  "false",
                  "--max-sessions",
                  String.valueOf(SESSIONS_OF_A_NODE),
                  "--driver-configuration",
                  "display-name=Chromium",
                  "max-sessions=" + SESSIONS_OF_A_NODE,
                  "webdriver-executable=" + Screen.program("chromedriver"),
                  "stereotype=" + CHROMIUM)));
    }
    awaitNodes(nodeCount);
  }

  String address() {
    return "http://127.0.0.1:" + port;
  }

  private static int freePort() throws IOException {
    try (ServerSocket socket = new ServerSocket(0)) {
      return socket.getLocalPort();
    }
  }

  private Process start(String role, int ownPort, List<String> more) throws IOException {
    List<String> command =
        new ArrayList<>(
            List.of(
                ProcessHandle.current().info().command().orElseThrow(),
                World.QUICK_COMPILER,
                "-cp",
                System.getProperty(
                    "surefire.test.class.path", System.getProperty("java.class.path")),
                "org.openqa.selenium.grid.Main",
                role,
                "--host",
                "127.0.0.1",
                "--port",
                String.valueOf(ownPort)));
    command.addAll(events);
    command.addAll(more);
    return new ProcessBuilder(command)
        .redirectErrorStream(true)
        .redirectOutput(Files.createTempFile(logs, role, ".log").toFile())
        .start();
  }

  private void awaitNodes(int count) throws Exception {
    HttpRequest status = HttpRequest.newBuilder(URI.create(address() + "/status")).build();
    long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(90);
    try (HttpClient client = HttpClient.newHttpClient()) {
      while (true) {
        try {
          String said = client.send(status, HttpResponse.BodyHandlers.ofString()).body();
          if (UP.matcher(said).results().count() >= count) {
            return;
          }
        } catch (IOException notYet) {
          if (!hub.isAlive()) {
            throw new AssertionError("the hub ended; see " + logs, notYet);
          }
        }
        if (System.nanoTime() > end) {
          throw new AssertionError("the grid has not all its nodes; see " + logs);
        }
        TimeUnit.MILLISECONDS.sleep(50);
      }
    }
  }

  /** A node's machine fails, with the browsers on it. */
  void killNode() {
    end(nodes.removeFirst());
  }

  private static void end(Process process) {
    List<ProcessHandle> all = new ArrayList<>(process.descendants().toList());
    all.add(process.toHandle());
    all.forEach(ProcessHandle::destroyForcibly);
  }

  /** The browsers that its nodes have open, with their drivers. */
  List<ProcessHandle> browsers() {
    return nodes.stream().flatMap(node -> World.browsersOf(node.toHandle()).stream()).toList();
  }

  @Override
  public void close() {
    nodes.forEach(Grid::end);
    end(hub);
  }
}
