package elmtable.bench;

import elmtable.data.source.ProjectFiles;
import elmtable.intake.Match;
import elmtable.intake.SentenceMatcher;
import elmtable.keyword.builtin.BuiltInKeywords;
import elmtable.project.Project;
import java.util.Arrays;
import java.util.List;
import java.util.Map;

/** Which of ten thousand keywords says a sentence of a manual scenario. */
final class Intake {
  private static final int KEYWORDS = 10_000;
  private static final int SENTENCES = 400;
  private static final int WARM_UP = 200;
  private static final List<String> VERBS =
      List.of("book", "cancel", "move", "pay for", "ask for", "print", "share", "look at");
  private static final List<String> THINGS =
      List.of("a firing", "a kiln", "a shelf", "the receipt", "a glaze", "some clay", "a bill");

  private Intake() {}

  static void main() {
    StringBuilder text = new StringBuilder();
    for (int i = 0; i < KEYWORDS; i++) {
      text.append("keyword ")
          .append(name(i))
          .append("\ntakes\n| name |\n| member |\nsteps\n| log | <member> |\n\n");
    }
    Project project =
        Project.of(
            Map.of("keywords.elmt", text.toString()),
            ProjectFiles.NONE,
            BuiltInKeywords.registry());
    long begun = System.nanoTime();
    SentenceMatcher matcher = new SentenceMatcher(project, Map.of());
    double made = (System.nanoTime() - begun) / 1e6;
    long[] nanos = new long[SENTENCES];
    for (int i = -WARM_UP; i < SENTENCES; i++) {
      String wanted = name(Math.floorMod(i * 7919, KEYWORDS));
      long one = System.nanoTime();
      List<Match> matches =
          matcher.matches("The keeper has to " + wanted + " for \"Juno Farrow\"", 6);
      if (i >= 0) {
        nanos[i] = System.nanoTime() - one;
      }
      if (matches.isEmpty() || !matches.get(0).keyword().equals(wanted)) {
        throw new IllegalStateException("not first: " + wanted + " in " + matches);
      }
    }
    Arrays.sort(nanos);
    System.out.printf(
        "a sentence among 10,000 keywords: median %.2f ms, 99 of 100 in %.2f ms;"
            + " the matcher is made in %.0f ms%n",
        nanos[SENTENCES / 2] / 1e6, nanos[SENTENCES * 99 / 100] / 1e6, made);
  }

  private static String name(int i) {
    StringBuilder word = new StringBuilder();
    for (int rest = i + 26; rest > 0; rest /= 26) {
      word.append((char) ('a' + rest % 26));
    }
    return VERBS.get(i % VERBS.size())
        + " "
        + THINGS.get(i / 8 % THINGS.size())
        + " of studio q"
        + word;
  }
}
