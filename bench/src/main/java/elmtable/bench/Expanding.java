package elmtable.bench;

import elmtable.check.CheckedProject;
import elmtable.keyword.builtin.BuiltInKeywords;
import elmtable.plan.ExecutableCase;
import elmtable.plan.Plan;
import elmtable.plan.Planner;
import elmtable.plan.Selection;
import elmtable.project.Project;
import java.io.BufferedWriter;
import java.io.IOException;
import java.io.Reader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;

/**
 * A case with a million rows: counted, a page in the middle, and all of them walked, beside reading
 * the same file with commons-csv alone.
 */
final class Expanding {
  private static final int ROWS = 1_000_000;
  private static final int WALKS = 3;
  private static final String CASE =
      """
      case Member <number> of <studio>
      data: rows
      steps
      | log | <number> |

      data rows
      from: rows.csv
      """;
  private static final String COMBINED =
      """
      case <n> and <m>
      data: both
      steps
      | log | <n> |

      data both
      combine: all of one, other

      data one
      limits of: n number 1 to 4
      data other
      combine: all of more, most
      data more
      from: rows.csv
      first: 500
      columns: number as m
      data most
      from: rows.csv
      first: 400
      columns: number as k
      """;

  private Expanding() {}

  public static void main(String[] arguments) throws IOException {
    Path file = Files.createTempFile("elm-bench", ".csv");
    try {
      write(file);
      counted("rows of a CSV", CASE, file);
      counted("rows put together", COMBINED, file);
      Plan plan = Planner.plan(CheckedProject.of(project(CASE, file)), Selection.everything());
      double walk = Double.MAX_VALUE;
      double plain = Double.MAX_VALUE;
      for (int i = 0; i < WALKS; i++) {
        plain = Math.min(plain, read(file));
        walk = Math.min(walk, walk(plan));
      }
      System.out.printf(
          "walking all of them: %.2f s, reading the file with commons-csv alone: %.2f s, ratio %.2f%n",
          walk, plain, walk / plain);
    } finally {
      Files.delete(file);
    }
  }

  /** The first time in this JVM, and once more with nothing kept. */
  private static void counted(String what, String text, Path file) {
    double[] seconds = new double[2];
    long count = 0;
    String name = "";
    for (int i = 0; i < seconds.length; i++) {
      Project project = project(text, file);
      long begun = System.nanoTime();
      Plan plan = Planner.plan(CheckedProject.of(project), Selection.everything());
      count = plan.count();
      List<ExecutableCase> page = plan.page(count / 2, 100);
      seconds[i] = seconds(begun);
      name = page.get(0).name();
    }
    System.out.printf(
        "expansion of %,d %s: counted and a page in the middle read in %.2f s, again in %.2f s (%s …)%n",
        count, what, seconds[0], seconds[1], name);
  }

  static Project project(String text, Path file) {
    return Project.of(Map.of("a.elmt", text), new OneFile(file), BuiltInKeywords.registry());
  }

  private static void write(Path file) throws IOException {
    try (BufferedWriter out = Files.newBufferedWriter(file)) {
      out.write("number,studio,note,since\n");
      for (int i = 0; i < ROWS; i++) {
        out.write(i + ",Emberwick " + i % 7 + ",\"fires, glazes\",2026-03-" + (10 + i % 20) + "\n");
      }
    }
  }

  private static double walk(Plan plan) {
    long begun = System.nanoTime();
    try (Stream<ExecutableCase> all = plan.executables()) {
      long length = all.mapToLong(each -> each.name().length()).sum();
      if (length == 0) {
        throw new IllegalStateException("nothing was walked");
      }
    }
    return seconds(begun);
  }

  private static double read(Path file) throws IOException {
    long begun = System.nanoTime();
    long length = 0;
    try (Reader reader = Files.newBufferedReader(file);
        CSVParser parser = CSVFormat.RFC4180.parse(reader)) {
      for (CSVRecord row : parser) {
        length += row.get(0).length();
      }
    }
    if (length == 0) {
      throw new IllegalStateException("nothing was read");
    }
    return seconds(begun);
  }

  static double seconds(long begun) {
    return (System.nanoTime() - begun) / 1e9;
  }
}
