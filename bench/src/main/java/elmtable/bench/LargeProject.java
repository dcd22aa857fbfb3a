package elmtable.bench;

import elmtable.check.CheckedProject;
import elmtable.data.source.ProjectFiles;
import elmtable.keyword.builtin.BuiltInKeywords;
import elmtable.project.Project;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;

/**
 * Checking a project of 10 000 cases, 2 000 keywords and 100 000 steps: all of it, and again after
 * one cell changed.
 */
final class LargeProject {
  private static final int SUITES = 200;
  private static final int CASES = 50;
  private static final int KEYWORDS = 2_000;
  private static final int EDITS = 20;

  private LargeProject() {}

  static Map<String, String> texts() {
    Map<String, String> texts = new HashMap<>();
    StringBuilder pages = new StringBuilder("page P\nelements\n| element | by | locator |\n");
    for (int e = 0; e < 100; e++) {
      pages.append("| Field ").append(e).append(" | label | Field ").append(e).append(" |\n");
    }
    texts.put("pages.elmt", pages.toString());
    for (int file = 0; file < 20; file++) {
      StringBuilder keywords = new StringBuilder();
      for (int k = file * 100; k < (file + 1) * 100 && k < KEYWORDS; k++) {
        keywords
            .append("keyword do task ")
            .append(k)
            .append("\npages: P\ntakes\n| name |\n| value |\nsteps\n");
        keywords.append("| enter | Field ").append(k % 100).append(" | <value> |\n\n");
      }
      texts.put("keywords/" + file + ".elmt", keywords.toString());
    }
    for (int s = 0; s < SUITES; s++) {
      StringBuilder suite = new StringBuilder("suite S" + s + "\npages: P\n");
      for (int c = 0; c < CASES; c++) {
        suite.append("\ncase C").append(c).append(" <n>\ndata\n| n |\n| 1 |\n| 2 |\nsteps\n");
        for (int step = 0; step < 10; step++) {
          suite
              .append("| do task ")
              .append((s * 31 + c * 7 + step) % KEYWORDS)
              .append(" | <n> |\n");
        }
      }
      texts.put("suites/" + s + ".elmt", suite.toString());
    }
    texts.put("rows.csv", "n\n1\n");
    texts.put(
        "rows.elmt",
        "data rows\nfrom: rows.csv\n\nsuite Rows\n\ncase C <n>\ndata: rows\nsteps\n| log | <n> |\n");
    return texts;
  }

  public static void main(String... arguments) {
    Map<String, String> texts = texts();
    long begun = System.nanoTime();
    Project project = Project.of(texts, ProjectFiles.NONE, BuiltInKeywords.registry());
    double read = (System.nanoTime() - begun) / 1e6;
    begun = System.nanoTime();
    CheckedProject checked = CheckedProject.of(project);
    int problems = checked.problems().values().stream().mapToInt(list -> list.size()).sum();
    double full = (System.nanoTime() - begun) / 1e6;
    double[] edits = new double[EDITS];
    double[] rows = new double[EDITS];
    for (int i = 0; i < EDITS; i++) {
      String path = "suites/" + i + ".elmt";
      String changed = texts.get(path).replaceFirst("\\| <n> \\|", "| <n + " + i + "> |");
      begun = System.nanoTime();
      checked = checked.with(checked.project().with(path, changed));
      checked.problems();
      edits[i] = (System.nanoTime() - begun) / 1e6;
      begun = System.nanoTime();
      checked = checked.with(checked.project().with("rows.csv", "n\n" + i + "\n"));
      checked.problems();
      rows[i] = (System.nanoTime() - begun) / 1e6;
    }
    Arrays.sort(edits);
    Arrays.sort(rows);
    System.out.printf(
        "project of %,d cases and %,d steps: read in %.0f ms, checked in %.0f ms (%d problems); after an edit of one cell"
            + " %.1f ms median, %.1f ms worst; after one of a CSV file %.1f ms median, %.1f ms worst%n",
        SUITES * CASES,
        SUITES * CASES * 10,
        read,
        full,
        problems,
        edits[EDITS / 2],
        edits[EDITS - 1],
        rows[EDITS / 2],
        rows[EDITS - 1]);
  }
}
