package elmtable.journeys;

import elmtable.demosite.Defects;
import elmtable.demosite.Site;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/**
 * The studio's site, and Elm Table as a process of its own with a fresh copy of the demo project.
 */
final class World implements AutoCloseable {
  private static final Path JAR = Path.of("../server/target/elm-table.jar");
  private static final Path DEMO = Path.of("../demo");

  /** What lives for a minute or two is done before the better compiler has paid. */
  static final String QUICK_COMPILER = "-XX:TieredStopAtLevel=1";

  /** What one start loaded is kept for those after it, as {@code ./elm} does. */
  private static final String QUICK_START =
      "-XX:+UseSerialGC -XX:+AutoCreateSharedArchive -XX:SharedArchiveFile=target/start.jsa";

  /** Figures are those of the options that {@code ./elm} starts the program with. */
  private static final List<String> JAVA =
      Stream.of(
              ProcessHandle.current().info().command().orElseThrow(),
              "--enable-native-access=ALL-UNNAMED",
              System.getProperty("journeys.java", QUICK_COMPILER + " " + QUICK_START),
              "-jar",
              JAR.toString())
          .flatMap(options -> Stream.of(options.split(" ")))
          .toList();

  private static final String STARTED = "Elm Table is at ";

  private final Site site;
  private final Site flawedSite;
  private final Path folder;
  private Process server;
  private String address;

  World() throws Exception {
    this(Files.createTempDirectory("elm-table-journey-"));
    copyDemo();
    start();
  }

  private World(Path folder) throws IOException {
    this.folder = folder;
    this.site = Site.start(0, Defects.of(Map.of()));
    this.flawedSite = Site.start(0, Defects.planted());
  }

  /** A server on a project of one's own. */
  static World on(Path project) throws Exception {
    World world = new World(Files.createTempDirectory("elm-table-journey-"));
    Files.move(project, world.project());
    world.start();
    return world;
  }

  private void copyDemo() throws IOException {
    try (Stream<Path> all = Files.walk(DEMO)) {
      for (Path file : all.filter(Files::isRegularFile).toList()) {
        Path target = folder.resolve("project").resolve(DEMO.relativize(file).toString());
        Files.createDirectories(target.getParent());
        if (file.toString().endsWith(".elmt")) {
          Files.writeString(target, patient(Files.readString(file)));
        } else {
          Files.copy(file, target);
        }
      }
    }
  }

  /**
   * A document with the addresses of this world's sites. Steps wait longer than by themselves, for
   * machines that are busy, but where a defect is planted and where a journey has one fail.
   */
  private String patient(String text) {
    return text.replace("http://127.0.0.1:8090", site.address())
        .replace("http://127.0.0.1:8091", flawedSite.address())
        .replaceFirst("(?m)(^environment local\n> .*\n)", "$1within: 45s\n")
        .replaceFirst("(?m)(^environment with defects\n> .*\n)", "$1within: 4s\n")
        .replaceFirst("(?m)^case The Monday offer can be requested\n(> .*\n)?", "$0within: 10s\n")
        .replaceFirst("(?m)^case A full day is refused\n(> .*\n)?", "$0within: 15s\n");
  }

  /**
   * Runs a command of the same program and gives what it printed; its exit code is the last line.
   */
  List<String> command(String... arguments) throws Exception {
    Process process = begin(arguments);
    String printed = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    List<String> lines = new ArrayList<>(printed.lines().toList());
    lines.add(String.valueOf(process.waitFor()));
    return lines;
  }

  /** Begins a command of the same program, of which what it prints is read as it comes. */
  static Process begin(String... arguments) throws IOException {
    List<String> command = new ArrayList<>(JAVA);
    command.addAll(List.of(arguments));
    return new ProcessBuilder(command).redirectError(ProcessBuilder.Redirect.INHERIT).start();
  }

  /** Where the studio's site is. */
  String site() {
    return site.address();
  }

  /** The project's folder. */
  Path project() {
    return folder.resolve("project");
  }

  /** Starts the server on the data that is there. */
  void start() throws Exception {
    start("0");
  }

  /** Starts it at the address that it had. */
  void startAgain() throws Exception {
    start(address.substring(address.lastIndexOf(':') + 1));
  }

  private void start(String port) throws Exception {
    server =
        begin(
            "serve",
            folder.resolve("project").toString(),
            "--data",
            folder.resolve("data").toString(),
            "--name",
            "Emberwick Kilns",
            "--port",
            port);
    CompletableFuture<String> said = new CompletableFuture<>();
    // It reads for as long as the server lives; a virtual thread would keep a carrier for that.
    Thread.ofPlatform().daemon().start(() -> read(said));
    address = said.get(120, TimeUnit.SECONDS);
  }

  private void read(CompletableFuture<String> said) {
    try (BufferedReader lines =
        new BufferedReader(
            new InputStreamReader(server.getInputStream(), StandardCharsets.UTF_8))) {
      for (String line = lines.readLine(); line != null; line = lines.readLine()) {
        if (line.startsWith(STARTED)) {
          said.complete(line.substring(STARTED.length()).split(" ")[0]);
        }
      }
      said.completeExceptionally(new IOException("the server ended"));
    } catch (IOException gone) {
      said.completeExceptionally(gone);
    }
  }

  String address() {
    return address;
  }

  /** SIGKILL, as when a machine fails. */
  void kill() throws InterruptedException {
    server.destroyForcibly().waitFor();
  }

  /** The browsers that the server has open, with their drivers. */
  static List<ProcessHandle> browsersOf(ProcessHandle process) {
    return process.descendants().filter(World::isBrowser).toList();
  }

  /** A browser or driver that lives: what has ended has no command any more, reaped or not. */
  private static boolean isBrowser(ProcessHandle process) {
    String command = process.info().command().orElse("");
    return command.contains("chrom") && !command.contains("crashpad");
  }

  /** Waits until browsers are gone; the platform's own way looks too seldom to measure by. */
  static void awaitEnd(List<ProcessHandle> browsers) throws InterruptedException {
    long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(30);
    while (browsers.stream().anyMatch(World::isBrowser)) {
      if (System.nanoTime() > end) {
        throw new AssertionError(
            "still there: " + browsers.stream().filter(World::isBrowser).toList());
      }
      TimeUnit.MILLISECONDS.sleep(10);
    }
  }

  ProcessHandle process() {
    return server.toHandle();
  }

  @Override
  public void close() throws Exception {
    server.destroy();
    if (!server.waitFor(30, TimeUnit.SECONDS)) {
      server.destroyForcibly();
    }
    site.close();
    flawedSite.close();
    try (Stream<Path> all = Files.walk(folder)) {
      all.sorted((a, b) -> b.compareTo(a)).forEach(path -> path.toFile().delete());
    }
  }
}
