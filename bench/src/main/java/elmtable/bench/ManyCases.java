package elmtable.bench;

import java.io.BufferedWriter;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A million executable cases without a browser, each of two steps: run by the command line and by
 * the server, both in a heap of 512 MB, as their users start them.
 */
final class ManyCases {
  private static final int CASES = 1_000_000;
  private static final String HEAP = "-Xmx512m";
  private static final Duration LONGEST = Duration.ofMinutes(20);
  private static final Pattern PEAK = Pattern.compile("VmHWM:\\s*(\\d+) kB");
  private static final Pattern ADDRESS = Pattern.compile("(http://127\\.0\\.0\\.1:\\d+)");
  private static final String DOCUMENT =
      """
      suite Sums
      independent: yes

      case the double of <number>
      data: numbers
      steps
      | compute     | number * 2            | => double |
      | expect that | double = number + number |        |

      data numbers
      from: numbers.csv
      kinds: number number
      """;

  private ManyCases() {}

  static void main(String jarFile) throws IOException, InterruptedException {
    Path jar = Path.of(jarFile);
    Path folder = Files.createTempDirectory("elm-many");
    try {
      write(folder);
      commandLine(jar, folder);
      server(jar, folder);
    } finally {
      Folders.remove(folder);
    }
  }

  private static void write(Path folder) throws IOException {
    Files.writeString(folder.resolve("sums.elmt"), DOCUMENT);
    try (BufferedWriter out = Files.newBufferedWriter(folder.resolve("numbers.csv"))) {
      out.write("number\n");
      for (int i = 0; i < CASES; i++) {
        out.write(i + "\n");
      }
    }
  }

  private static Process started(Path jar, Path output, String... arguments) throws IOException {
    List<String> command =
        new ArrayList<>(
            List.of(System.getProperty("java.home") + "/bin/java", HEAP, "-jar", jar.toString()));
    command.addAll(List.of(arguments));
    return new ProcessBuilder(command)
        .redirectErrorStream(true)
        .redirectOutput(output.toFile())
        .start();
  }

  private static void commandLine(Path jar, Path folder) throws IOException, InterruptedException {
    Path output = folder.resolve("output.txt");
    long begun = System.nanoTime();
    Process run =
        started(jar, output, "run", folder.toString(), "--out", folder.resolve("runs").toString());
    long peak = 0;
    while (run.isAlive()) {
      peak = Math.max(peak, peak(run.pid()));
      Thread.sleep(500);
    }
    String last = Files.readString(output).strip().lines().reduce((a, b) -> b).orElse("");
    System.out.printf(
        "command line, %,d cases in %s: %.0f s, exit code %d, %d MB of memory at most (%s)%n",
        CASES,
        HEAP,
        (System.nanoTime() - begun) / 1e9,
        run.exitValue(),
        peak / 1024,
        last.replaceAll(" Results.*", ""));
  }

  private static void server(Path jar, Path folder) throws IOException, InterruptedException {
    Path output = folder.resolve("server.txt");
    Process server =
        started(
            jar,
            output,
            "serve",
            folder.toString(),
            "--data",
            folder.resolve("data").toString(),
            "--port",
            "0");
    try {
      String address = address(output);
      HttpClient client = HttpClient.newHttpClient();
      long begun = System.nanoTime();
      send(
          client,
          HttpRequest.newBuilder(URI.create(address + "/api/runs"))
              .header("Content-Type", "application/json")
              .header("Origin", address)
              .POST(HttpRequest.BodyPublishers.ofString("{\"title\":\"all\"}")));
      long peak = 0;
      double longest = 0;
      String detail;
      do {
        Thread.sleep(1000);
        long asked = System.nanoTime();
        detail = send(client, HttpRequest.newBuilder(URI.create(address + "/api/runs/1")));
        send(client, HttpRequest.newBuilder(URI.create(address + "/api/runs/1/cases?limit=200")));
        longest = Math.max(longest, (System.nanoTime() - asked) / 1e6);
        peak = Math.max(peak, peak(server.pid()));
        if (System.nanoTime() - begun > LONGEST.toNanos()) {
          throw new IllegalStateException("The run took longer than " + LONGEST);
        }
      } while (detail.contains("\"state\":\"going\""));
      System.out.printf(
          "server, %,d cases in %s: %.0f s, %d MB of memory at most; its counts and a page of its cases were there in %.0f ms at most (%s)%n",
          CASES,
          HEAP,
          (System.nanoTime() - begun) / 1e9,
          peak / 1024,
          longest,
          detail.replaceAll(".*\"counts\":(\\{[^}]*}),\"total\".*", "$1"));
    } finally {
      server.destroy();
      server.waitFor();
    }
  }

  private static String address(Path output) throws IOException, InterruptedException {
    for (int i = 0; i < 240; i++) {
      Matcher found = ADDRESS.matcher(Files.readString(output));
      if (found.find()) {
        return found.group(1);
      }
      Thread.sleep(250);
    }
    throw new IllegalStateException("The server did not start: " + Files.readString(output));
  }

  private static String send(HttpClient client, HttpRequest.Builder request)
      throws IOException, InterruptedException {
    HttpResponse<String> answer =
        client.send(request.build(), HttpResponse.BodyHandlers.ofString());
    if (answer.statusCode() >= 300) {
      throw new IllegalStateException(answer.statusCode() + " " + answer.body());
    }
    return answer.body();
  }

  /** The most memory that a process ever had, in kB; 0 once it is gone. */
  private static long peak(long pid) {
    try {
      Matcher found = PEAK.matcher(Files.readString(Path.of("/proc/" + pid + "/status")));
      return found.find() ? Long.parseLong(found.group(1)) : 0;
    } catch (IOException gone) {
      return 0;
    }
  }
}
