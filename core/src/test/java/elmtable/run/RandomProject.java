package elmtable.run;

import elmtable.block.Scope;
import elmtable.project.Project;
import elmtable.project.TestProjects;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;

/**
 * A project of nested fixtures, hooks, suites and cases, drawn by chance. Each part logs a text of
 * its own; some parts fail.
 */
final class RandomProject {
  private static final List<Scope> SCOPES = List.of(Scope.RUN, Scope.SUITE, Scope.ROWS, Scope.CASE);

  private final Random random;
  private final boolean failing;
  private final List<Scope> fixtures = new ArrayList<>();

  private RandomProject(long seed, boolean failing) {
    this.random = new Random(seed);
    this.failing = failing;
  }

  static Project of(long seed, boolean failing) {
    return new RandomProject(seed, failing).project();
  }

  private boolean chance(double share) {
    return random.nextDouble() < share;
  }

  private Project project() {
    StringBuilder shared = new StringBuilder();
    int count = 1 + random.nextInt(5);
    for (int i = 0; i < count; i++) {
      shared.append(fixture(i));
    }
    for (String moment : List.of("run", "suite", "case")) {
      if (chance(0.5)) {
        shared.append(hook("before " + moment, 0.1));
      }
      if (chance(0.5)) {
        shared.append(hook("after " + moment, 0.1));
      }
    }
    Map<String, String> documents = new LinkedHashMap<>();
    documents.put("a.elmt", shared.toString());
    int suites = 1 + random.nextInt(3);
    for (int i = 0; i < suites; i++) {
      documents.put("s" + i + ".elmt", suite(i));
    }
    return TestProjects.of(documents, Map.of());
  }

  private String fails(double share, String what) {
    return failing && chance(share) ? "| fail | " + what + " |\n" : "";
  }

  /** It needs only what is as wide as itself or wider. */
  private String fixture(int number) {
    Scope scope = SCOPES.get(random.nextInt(SCOPES.size()));
    List<String> needs =
        IntStream.range(0, fixtures.size())
            .filter(other -> SCOPES.indexOf(fixtures.get(other)) <= SCOPES.indexOf(scope))
            .filter(other -> chance(0.4))
            .mapToObj(other -> "f" + other)
            .toList();
    fixtures.add(scope);
    String name = "f" + number;
    return "fixture "
        + name
        + "\nscope: "
        + scope.word()
        + "\n"
        + (needs.isEmpty() ? "" : "needs: " + String.join(", ", needs) + "\n")
        + "set-up\n| log | fixture %s up |\n%stear-down\n| log | fixture %s down |\n%s\n"
            .formatted(name, fails(0.15, name), name, fails(0.1, name + " down"));
  }

  private String hook(String moment, double share) {
    return "hook %s\nsteps\n| log | hook %s |\n%s\n"
        .formatted(moment, moment, fails(share, moment));
  }

  private String suite(int number) {
    StringBuilder text = new StringBuilder("suite s" + number + "\n");
    if (chance(0.4)) {
      text.append("independent: yes\n");
    }
    asks(text);
    if (chance(0.5)) {
      text.append("set-up\n| log | suite up |\n").append(fails(0.1, "suite up"));
    }
    if (chance(0.5)) {
      text.append("tear-down\n| log | suite down |\n").append(fails(0.1, "suite down"));
    }
    int cases = 1 + random.nextInt(3);
    for (int i = 0; i < cases; i++) {
      text.append(oneCase("c" + number + "x" + i));
    }
    return text.toString();
  }

  private void asks(StringBuilder text) {
    List<String> asked =
        IntStream.range(0, fixtures.size())
            .filter(fixture -> chance(0.4))
            .mapToObj(fixture -> "f" + fixture)
            .toList();
    if (!asked.isEmpty()) {
      text.append("fixtures: ").append(String.join(", ", asked)).append('\n');
    }
  }

  private String oneCase(String name) {
    StringBuilder text = new StringBuilder("\ncase " + name);
    int rows = random.nextInt(4);
    text.append(rows > 0 ? " <n>\n" : "\n");
    asks(text);
    if (chance(0.3)) {
      text.append("tries: 2\n");
    }
    if (rows > 0) {
      text.append("data\n| n |\n");
      IntStream.range(0, rows).forEach(row -> text.append("| ").append(row).append(" |\n"));
    }
    if (chance(0.4)) {
      text.append("set-up\n| log | case up |\n").append(fails(0.1, "case up"));
    }
    text.append("steps\n| log | the steps |\n").append(fails(0.2, "the steps"));
    if (chance(0.4)) {
      text.append("tear-down\n| log | case down |\n").append(fails(0.1, "case down"));
    }
    return text.toString();
  }
}
