package elmtable.check;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotSame;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.data.source.ProjectFiles;
import elmtable.keyword.builtin.BuiltInKeywords;
import elmtable.project.Project;
import elmtable.project.TestProjects;
import elmtable.text.Diagnostic;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.Callable;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Checking again only what an edit touches finds just what checking everything finds. */
class IncrementalCheckTest {
  private static final Path DEMO = Path.of("../demo");

  private static Map<String, String> demo() throws IOException {
    Map<String, String> texts = new TreeMap<>();
    try (Stream<Path> files = Files.walk(DEMO)) {
      for (Path file : files.filter(f -> f.toString().matches(".*\\.(elmt|feature)")).toList()) {
        texts.put(DEMO.relativize(file).toString(), Files.readString(file));
      }
    }
    return texts;
  }

  private static Map<String, List<Diagnostic>> fromScratch(
      Map<String, String> texts, ProjectFiles files) {
    return CheckedProject.of(Project.of(texts, files, BuiltInKeywords.registry())).problems();
  }

  /** The demo's data files, without one of them. */
  private static ProjectFiles filesWithout(int one) throws IOException {
    Map<String, String> files = new TreeMap<>();
    try (Stream<Path> all = Files.walk(DEMO.resolve("data"))) {
      for (Path file : all.filter(f -> f.toString().endsWith(".csv")).toList()) {
        files.put(DEMO.relativize(file).toString(), Files.readString(file));
      }
    }
    List<String> paths = new ArrayList<>(files.keySet());
    if (!paths.isEmpty()) {
      files.remove(paths.get(one % (paths.size() + 1) % paths.size()));
    }
    return TestProjects.files(files);
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10})
  void afterManyEditsNothingIsMissedAndNothingIsLeftOver(long seed) throws IOException {
    Random random = new Random(seed);
    Map<String, String> texts = demo();
    ProjectFiles files = filesWithout(0);
    CheckedProject project =
        CheckedProject.of(Project.of(texts, files, BuiltInKeywords.registry()));
    for (int edit = 0; edit < 60; edit++) {
      List<String> paths = new ArrayList<>(texts.keySet());
      String path = paths.get(random.nextInt(paths.size()));
      Project changed;
      switch (random.nextInt(10)) {
        case 0 -> {
          texts.remove(path);
          changed = project.project().without(path);
        }
        case 1 -> {
          String copy = "copy " + edit + path.substring(path.lastIndexOf('.'));
          texts.put(copy, texts.get(path));
          changed = project.project().with(copy, texts.get(path));
        }
        case 2 -> {
          files = filesWithout(random.nextInt(4));
          changed = project.project().withFiles(files);
        }
        default -> {
          texts.put(path, edited(texts.get(path), texts, random));
          changed = project.project().with(path, texts.get(path));
        }
      }
      project = project.with(changed);
      if (random.nextInt(3) > 0) {
        String when = "seed " + seed + ", edit " + edit + ", ";
        Map<String, List<Diagnostic>> whole = fromScratch(texts, files);
        for (String each : texts.keySet()) {
          assertEquals(lines(whole.get(each)), lines(project.problems(each)), when + each);
        }
        assertEquals(whole, project.problems(), when);
      }
    }
  }

  private static String lines(List<Diagnostic> problems) {
    return String.join("\n", problems.stream().map(Diagnostic::toString).toList());
  }

  /**
   * A line lost, doubled, moved, taken from another document, or a letter of it changed; a block
   * moved or doubled.
   */
  private static String edited(String text, Map<String, String> texts, Random random) {
    List<String> lines = new ArrayList<>(List.of(text.split("\n", -1)));
    int at = random.nextInt(lines.size());
    switch (random.nextInt(7)) {
      case 0 -> lines.remove(at);
      case 1 -> lines.add(at, lines.get(at));
      case 2 -> lines.add(random.nextInt(lines.size()), lines.remove(at));
      case 3 -> {
        List<String> all = new ArrayList<>(texts.values());
        String[] others = all.get(random.nextInt(all.size())).split("\n");
        lines.add(at, others[random.nextInt(others.length)]);
      }
      case 4, 5 -> {
        List<String> blocks = new ArrayList<>(List.of(text.split("\n(?=\n[a-zS])", -1)));
        String block = blocks.get(random.nextInt(blocks.size()));
        if (random.nextBoolean()) {
          blocks.remove(block);
        }
        blocks.add(random.nextInt(blocks.size() + 1), block);
        return String.join("\n", blocks);
      }
      default -> {
        String line = lines.get(at);
        int letter = line.isEmpty() ? 0 : random.nextInt(line.length());
        lines.set(at, line.substring(0, letter) + "e" + line.substring(letter));
      }
    }
    return String.join("\n", lines);
  }

  @Test
  void theStepsOfAKeywordConcernNobodyElseButItsParametersDo() {
    String keyword = "keyword fill in\ntakes\n| name |\n| a |\nsteps\n| log | <a> |\n";
    Project project =
        TestProjects.of(
            Map.of("k.elmt", keyword, "s.elmt", "suite S\n\ncase C\nsteps\n| fill in | 1 |\n"),
            Map.of());
    CheckedProject checked = CheckedProject.of(project);
    List<Diagnostic> before = checked.problems("s.elmt");
    assertEquals(0, before.size());
    CheckedProject otherSteps =
        checked.with(project.with("k.elmt", keyword.replace("<a>", "<a> and more")));
    assertSame(before, otherSteps.problems("s.elmt"), "the suite was not checked again");
    CheckedProject otherTakes =
        checked.with(project.with("k.elmt", keyword.replace("| a |\n", "| a |\n| b |\n")));
    assertNotSame(before, otherTakes.problems("s.elmt"));
    assertEquals("“fill in” needs b (text).", otherTakes.problems("s.elmt").get(0).message());
  }

  @Test
  void aLineThatMovesACaseConcernsNoOtherWithTheSameSteps() {
    String text =
        "suite %s\n\ncase %s\nsteps\n| log | a |\n| log | b |\n| log | c |\n| log | d |\n";
    Project project =
        TestProjects.of(
            Map.of("a.elmt", text.formatted("A", "one"), "b.elmt", text.formatted("B", "two")),
            Map.of());
    CheckedProject checked = CheckedProject.of(project);
    List<Diagnostic> before = checked.problems("b.elmt");
    CheckedProject moved =
        checked.with(project.with("a.elmt", text.formatted("A\n> A note.", "one")));
    assertSame(before, moved.problems("b.elmt"));
    assertSteps("“one” (a.elmt)", moved);
    assertSteps("“uno” (a.elmt)", moved.with(project.with("a.elmt", text.formatted("A", "uno"))));
  }

  private static void assertSteps(String where, CheckedProject checked) {
    List<String> messages = checked.problems("b.elmt").stream().map(Diagnostic::message).toList();
    assertEquals(
        List.of(
            "These 4 steps stand in "
                + where
                + " as well; a keyword of its own would say what they are for."),
        messages);
  }

  /** Both pages and data sets of one name in two documents; the first by path is found. */
  @Test
  void aKeywordThatLostToAnEarlierOneIsCheckedWhenThatIsGone() {
    String keyword = "keyword warm up\nsteps\n| %s | x |\n";
    Project project =
        TestProjects.of(
            Map.of(
                "a.elmt", keyword.formatted("log"),
                "b.elmt", keyword.formatted("lgo"),
                "s.elmt", "case c\nsteps\n| warm up |\n"),
            Map.of());
    CheckedProject checked = CheckedProject.of(project);
    assertEquals(List.of("N101"), codes(checked, "b.elmt"), "its steps do not count yet");
    CheckedProject after = checked.with(project.without("a.elmt"));
    assertEquals(List.of("N102"), codes(after, "b.elmt"));
    CheckedProject again = after.with(project);
    assertEquals(List.of("N101"), codes(again, "b.elmt"));
  }

  @Test
  void whatIsReadFromAnotherPlaceAfterAValueOfTheEnvironmentChangedIsCheckedAgain() {
    String environment = "environment e\nvalues\n| name | value |\n| shop | %s |\n";
    Project project =
        TestProjects.of(
            Map.of(
                "e.elmt", environment.formatted("a"),
                "d.elmt", "data clays\nfrom: <shop>.csv\n",
                "s.elmt", "case <name>\ndata: clays\nsteps\n| log | <kilos> |\n"),
            Map.of("a.csv", "name,kilos\ngrog,1\n", "b.csv", "name\nraku\n"));
    CheckedProject checked = CheckedProject.of(project);
    assertEquals(List.of(), codes(checked, "s.elmt"));
    CheckedProject other = checked.with(project.with("e.elmt", environment.formatted("b")));
    assertEquals(List.of("F103"), codes(other, "s.elmt"), "there are no kilos in the other file");
    CheckedProject none = other.with(project.with("e.elmt", environment.formatted("c")));
    assertEquals(List.of("D101"), codes(none, "d.elmt"));
  }

  @Test
  void anotherFileConcernsOnlyWhatIsReadFromIt() {
    Map<String, String> texts =
        Map.of(
            "d.elmt", "data clays\nfrom: clays.csv\n",
            "all.elmt",
                "data all\ncombine: all of clays, days\n\ndata days\nrows\n| day |\n| 1 |\n",
            "s.elmt", "case <name>\ndata: all\nsteps\n| log | <kilos> |\n",
            "other.elmt", "case c\nsteps\n| lgo | x |\n",
            "p.elmt", "plan night\nevery: on change of late.csv\n");
    Map<String, String> files = Map.of("clays.csv", "name,kilos\ngrog,1\n");
    CheckedProject checked = CheckedProject.of(TestProjects.of(texts, files));
    List<Diagnostic> other = checked.problems("other.elmt");
    assertEquals(List.of(), codes(checked, "s.elmt"));
    assertEquals(List.of("D101", "V101"), codes(checked, "p.elmt"), "there is no such file yet");

    checked = checked.with(checked.project().withFiles(files("clays.csv", "name\nraku\n")));
    assertEquals(List.of("F103"), codes(checked, "s.elmt"), "there are no kilos any more");
    checked = checked.with(checked.project().withFiles(files("late.csv", "name\nraku\n")));
    assertEquals(List.of("D101"), codes(checked, "d.elmt"), "the file is gone");
    assertEquals(List.of("V101"), codes(checked, "p.elmt"));
    checked = checked.with(checked.project().withFiles(files("clay.csv", "name\nraku\n")));
    assertTrue(checked.problems("d.elmt").get(0).message().contains("clay.csv"), "what is like it");
    assertEquals(List.of("D101"), codes(checked, "d.elmt"));

    // The same where the rows are a document that is edited.
    checked = checked.with(checked.project().with("clays.csv", "name,kilos\ngrog,1\n"));
    assertEquals(List.of(), codes(checked, "s.elmt"));
    checked = checked.with(checked.project().with("clays.csv", "name\ngrog\n"));
    assertEquals(List.of("F103"), codes(checked, "s.elmt"));
    assertSame(other, checked.problems("other.elmt"), "this was never checked again");
  }

  @Test
  void aFileIsProposedAsLongAsItIsThere() {
    Map<String, String> texts = Map.of("d.elmt", "data clays\nfrom: clays.csv\n");
    CheckedProject checked =
        CheckedProject.of(TestProjects.of(texts, Map.of("clay.csv", "name\nraku\n")));
    for (String there : List.of("clay.csv", "other.csv", "clayss.csv", "clay.csv")) {
      checked = checked.with(checked.project().withFiles(files(there, "name\nraku\n")));
      assertEquals(List.of("U103", "D101"), codes(checked, "d.elmt"));
      String message = checked.problems("d.elmt").get(1).message();
      assertEquals(!there.startsWith("other"), message.endsWith("Did you mean “" + there + "”?"));
    }
  }

  private static ProjectFiles files(String path, String text) {
    return TestProjects.files(Map.of(path, text));
  }

  @Test
  void aCircleOfCasesComesAndGoesWithTheCaseThatClosesIt() {
    String first = "suite A\n\ncase a\nafter: B/b\nsteps\n| log | x |\n";
    String second = "suite B\n\ncase b\nafter: C/c\nsteps\n| log | x |\n";
    String open = "suite C\n\ncase c\nsteps\n| log | x |\n";
    String closed = open.replace("steps", "after: A/a\nsteps");
    Project project =
        TestProjects.of(Map.of("a.elmt", first, "b.elmt", second, "c.elmt", open), Map.of());
    CheckedProject checked = CheckedProject.of(project);
    for (String text : List.of(closed, open, closed)) {
      checked = checked.with(checked.project().with("c.elmt", text));
      List<String> circles = new ArrayList<>();
      for (String path : List.of("a.elmt", "b.elmt", "c.elmt")) {
        if (codes(checked, path).contains("N117")) {
          circles.add(path);
        }
      }
      assertEquals(text.equals(closed) ? List.of("c.elmt") : List.of(), circles);
    }
  }

  private static List<String> codes(CheckedProject checked, String path) {
    assertEquals(
        CheckedProject.of(checked.project()).problems(path),
        checked.problems(path),
        "as from scratch");
    return checked.problems(path).stream().map(problem -> problem.problem().code()).toList();
  }

  @Test
  void whoAsksAtOnceGetsTheSameAnswer() throws Exception {
    CheckedProject project =
        CheckedProject.of(Project.of(demo(), filesWithout(0), BuiltInKeywords.registry()));
    CyclicBarrier start = new CyclicBarrier(4);
    Callable<Map<String, List<Diagnostic>>> ask =
        () -> {
          start.await();
          return project.problems();
        };
    try (ExecutorService threads = Executors.newFixedThreadPool(4)) {
      for (var answer : threads.invokeAll(Collections.nCopies(4, ask))) {
        assertSame(project.problems(), answer.get());
      }
    }
  }
}
