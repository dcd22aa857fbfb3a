package elmtable.bench;

import elmtable.demosite.Defects;
import elmtable.demosite.Site;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/**
 * The demo's green plan by the command line with two workers, once with its kept sign-in and once
 * signing in by steps for each case, in turn.
 */
final class WholeDemo {
  private static final int ROUNDS = 3;

  /** The demo skips a case that waits for spring. */
  private static final String PASSED = "\\d+ passed, 1 skipped in .*";

  /** Where the demo's environments say that its site is. */
  private static final String USUAL_ADDRESS = "http://127.0.0.1:8090";

  private WholeDemo() {}

  /**
   * @param jar the server's
   * @param demo the demo's project folder
   */
  static void main(Path jar, Path demo) throws IOException, InterruptedException {
    Path folder = Files.createTempDirectory("elm-whole-demo");
    try (Site site = Site.start(0, Defects.none())) {
      Path kept = folder.resolve("kept");
      Path steps = folder.resolve("steps");
      for (Path project : List.of(kept, steps)) {
        Folders.copy(demo, project);
        rewrite(project, line -> line.replace(USUAL_ADDRESS, site.address()));
      }
      rewrite(steps, line -> line.matches("(keep session|check): .*") ? null : line);
      List<Double> withSession = new ArrayList<>();
      List<Double> bySteps = new ArrayList<>();
      for (int i = 0; i < ROUNDS; i++) {
        withSession.add(run(jar, kept));
        bySteps.add(run(jar, steps));
      }
      System.out.printf(
          Locale.ROOT,
          "whole demo, sign-in kept %.1f s, by steps %.1f s, ratio %.2f (medians of %d runs each: %s and %s)%n",
          median(withSession),
          median(bySteps),
          median(withSession) / median(bySteps),
          ROUNDS,
          withSession,
          bySteps);
    } finally {
      Folders.remove(folder);
    }
  }

  /** What becomes of a line; null leaves it out. */
  private interface Rewriting {
    String of(String line);
  }

  private static void rewrite(Path project, Rewriting rewriting) throws IOException {
    List<Path> documents;
    try (Stream<Path> all = Files.walk(project)) {
      documents = all.filter(file -> file.toString().endsWith(".elmt")).toList();
    }
    for (Path document : documents) {
      List<String> lines = new ArrayList<>(Files.readAllLines(document));
      lines.replaceAll(rewriting::of);
      lines.removeIf(line -> line == null);
      Files.write(document, lines);
    }
  }

  /** Seconds of one run, which has to pass. */
  private static double run(Path jar, Path project) throws IOException, InterruptedException {
    Path output = project.resolveSibling("output.txt");
    List<String> command = new ArrayList<>();
    command.add(System.getProperty("java.home") + "/bin/java");
    command.addAll(List.of("-XX:+UseSerialGC", "-jar", jar.toString()));
    command.addAll(List.of("run", project.toString(), "--plan", "green", "--workers", "2"));
    command.addAll(List.of("--out", project.resolveSibling("runs").toString()));
    long begun = System.nanoTime();
    Process run =
        new ProcessBuilder(command)
            .redirectErrorStream(true)
            .redirectOutput(output.toFile())
            .start();
    run.waitFor();
    String told = Files.readString(output).strip();
    if (!told.substring(told.lastIndexOf('\n') + 1).matches(PASSED)) {
      throw new IllegalStateException("Not all passed: " + told);
    }
    return Math.round((System.nanoTime() - begun) / 1e8) / 10.0;
  }

  private static double median(List<Double> seconds) {
    double[] sorted = seconds.stream().mapToDouble(Double::doubleValue).toArray();
    Arrays.sort(sorted);
    return sorted[sorted.length / 2];
  }
}
