package elmtable.server.command;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import elmtable.report.EventLines;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import elmtable.server.Main;
import java.io.BufferedReader;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.Test;
import org.w3c.dom.Document;
import org.w3c.dom.NodeList;

class ElmCommandTest extends AbstractCommandTest {
  private static final String DEMO = "../demo";

  @Test
  void checkPrintsOneProblemALine() throws IOException {
    file("a.elmt", "case one\ntaggs: x\nsteps\n| presss | Send |\n");
    assertEquals(1, elm("check", folder.toString()));
    List<String> lines = out.toString().lines().toList();
    assertEquals(
        "a.elmt:2:1 T103 A case has no property “taggs”. Did you mean “tags”?", lines.get(0));
    assertTrue(
        lines.get(1).startsWith("a.elmt:4:3 N102 Keyword “presss” not found."), lines.get(1));
    assertEquals(2, lines.size());
  }

  @Test
  void checkPrintsJson() throws IOException {
    file("a.elmt", "case one\nsteps\n| pause | 1s |\n");
    assertEquals(0, elm("check", "--json", folder.toString()), "a warning is not an error");
    JsonNode problem = new ObjectMapper().readTree(out.toString()).get(0);
    assertEquals("warning", problem.path("severity").asText());
    assertEquals(3, problem.path("line").asInt());
  }

  @Test
  void checkPrintsEndsAndFixesAsJson() throws IOException {
    file("a.elmt", "case one\nsteps\n| lgo | x |\n");
    assertEquals(1, elm("check", "--json", folder.toString()));
    JsonNode problem = new ObjectMapper().readTree(out.toString()).get(0);
    assertEquals(3, problem.path("column").asInt());
    assertEquals(6, problem.path("end").asInt());
    JsonNode edit = problem.path("fixes").get(0).path("edits").get(0);
    assertEquals("log", edit.path("text").asText());
    assertEquals("a.elmt", edit.path("file").asText());
    assertEquals(
        List.of(3, 3, 6),
        List.of(edit.path("line").asInt(), edit.path("column").asInt(), edit.path("end").asInt()));
  }

  @Test
  void whatTheServerPassesOverIsPassedOverHereToo() throws IOException {
    Files.createDirectory(folder.resolve("old"));
    Files.createDirectory(folder.resolve("node_modules"));
    file("a.elmt", "suite A\n\ncase one\nsteps\n| log | a |\n");
    file("old/b.elmt", "suite B\n\ncase two\nsteps\n| log | b |\n");
    file("node_modules/c.elmt", "suite C\n\ncase three\nsteps\n| log | c |\n");
    file(".elmignore", "old\n");
    assertEquals(0, elm("plan", folder.toString(), "--count"));
    assertEquals("1", out.toString().strip());
  }

  @Test
  void aDocumentThatIsNoTextLeavesTheOthersAlone() throws IOException {
    Files.write(
        folder.resolve("latin.elmt"),
        "case gl\u00fchend\nsteps\n| log | x |\n".getBytes(StandardCharsets.ISO_8859_1));
    file("a.elmt", "case one\nsteps\n| log | x |\n");
    assertEquals(1, elm("check", folder.toString()));
    assertTrue(
        out.toString().startsWith("latin.elmt:1:8 T117 This document is not UTF-8 text"),
        out.toString());
    assertEquals(1, out.toString().lines().count());
    assertEquals(0, elm("plan", folder.toString(), "--count"));
    assertEquals("2", out.toString().strip());
  }

  @Test
  void keptValuesAreListedAndForgotten() throws IOException {
    file(
        "a.elmt",
        "environment local\nvalues\n| name | value |\n| town | Faro |\n\ncase a\nsteps\n| publish | order | 4711 | yes |\n");
    Path runs = folder.resolve("runs");
    assertEquals(0, elm("run", folder.toString(), "--out", runs.toString()));
    assertEquals(0, elm("values", folder.toString()));
    assertEquals("local\n  order = 4711\n", out.toString().replace("\r", ""));
    assertEquals(0, elm("values", folder.toString(), "--forget", "--name", "Order"));
    assertEquals("1 value forgotten", out.toString().strip());
    assertEquals(0, elm("values", folder.toString(), "--json"));
    assertEquals(0, new ObjectMapper().readTree(out.toString()).size());
  }

  @Test
  void aStrictRunMindsWhatIsNotFinished() throws IOException {
    file("k.elmt", "keyword glaze\nphrase: I glaze\nsteps\n| log | x |\n");
    file(
        "a.feature",
        "Feature: F\n  Scenario: a\n    When I glaze\n  Scenario: b\n    When I sing\n");
    Path runs = folder.resolve("runs");
    assertEquals(0, elm("run", folder.toString(), "--out", runs.toString()));
    assertTrue(out.toString().contains("1 case is not finished"), out.toString());
    assertEquals(2, elm("run", folder.toString(), "--strict", "--out", runs.toString()));
    assertEquals(0, elm("plan", folder.toString()));
    assertTrue(out.toString().contains("excluded: b (not finished)"), out.toString());
  }

  @Test
  void valuesOfTheEnvironmentAreSetForOneRunAndWhatFailedIsRunAgain() throws IOException {
    file(
        "a.elmt",
        """
        environment local
        values
        | name | value |
        | town | Lyon  |

        suite S

        case good
        steps
        | log | here |

        case by town
        steps
        | expect that | town = 'Oslo' |
        """);
    Path runs = folder.resolve("runs");
    String[] run = {"run", folder.toString(), "--out", runs.toString()};
    assertEquals(2, elm(with(run, "--last-failed")));
    assertTrue(err.toString().contains("There is no run in"), err.toString());
    assertEquals(1, elm(run));
    assertEquals(1, elm(with(run, "--last-failed")));
    assertTrue(out.toString().startsWith("Running 1 executable case, "), out.toString());
    assertEquals(0, elm(with(run, "--last-failed", "--set", "Town=Oslo")));
    assertTrue(out.toString().contains("1 passed"), out.toString());
    assertEquals(2, elm(with(run, "--last-failed")));
    assertTrue(err.toString().contains("All cases of the last run passed."), err.toString());
    assertEquals(2, elm(with(run, "--set", "twon=Oslo")));
    assertTrue(err.toString().contains("Did you mean “town”?"), err.toString());
  }

  @Test
  void whatTookLongestInTheRunBeforeBeginsFirst() throws IOException {
    for (String name : List.of("a", "b", "c")) {
      file(name + ".elmt", "suite " + name + "\n\ncase only\nsteps\n| log | here |\n");
    }
    Path runs = folder.resolve("runs");
    String[] run = {"run", folder.toString(), "--out", runs.toString(), "--workers", "1"};
    assertEquals(0, elm(run));
    Path first;
    try (Stream<Path> made = Files.list(runs)) {
      first = made.findFirst().orElseThrow().resolve("events.jsonl");
    }
    assertEquals(List.of(1, 2, 3), begun(first));
    Files.write(
        first,
        Files.readAllLines(first).stream()
            .map(line ->
                line.contains("\"case finished\"") && line.contains("\"number\":3,")
                    ? line.replaceAll("\"millis\":[0-9.E-]+", "\"millis\":60000")
                    : line)
            .toList());
    assertEquals(0, elm(run));
    try (Stream<Path> made = Files.list(runs)) {
      Path second =
          made.map(each -> each.resolve("events.jsonl"))
              .filter(events -> !events.equals(first))
              .findFirst()
              .orElseThrow();
      assertEquals(3, begun(second).get(0));
    }
  }

  /** The numbers of cases in the order in which they began. */
  private static List<Integer> begun(Path events) throws IOException {
    return Files.readAllLines(events).stream()
        .filter(line -> line.contains("\"case started\""))
        .map(line -> ((RunEvent.CaseStarted) EventLines.read(line)).number())
        .toList();
  }

  private static String[] with(String[] some, String... more) {
    return Stream.concat(Stream.of(some), Stream.of(more)).toArray(String[]::new);
  }

  @Test
  void theDemoHasNoProblemsAndSeventyOneCases() {
    assertEquals(0, elm("check", DEMO));
    assertEquals("", out.toString());
    assertEquals(0, elm("plan", DEMO, "--count"));
    assertEquals("332", out.toString().strip());
  }

  @Test
  void planTellsNamesAndReasons() throws IOException {
    file(
        "a.elmt",
        "suite S\n\ncase <n> rows\ntags: x\ndata\n| n |\n| 1 |\n| 2 |\nsteps\n| log | <n> |\n\ncase off\nrun: no\nsteps\n| log | a |\n");
    assertEquals(0, elm("plan", folder.toString()));
    assertEquals(
        "S\n  1 rows\n  2 rows\n  excluded: off (run: no)\n2 executable cases\n",
        out.toString().replace("\r", ""));
  }

  @Test
  void planPrintsPagesAndTheOrderOfWhatSurroundsACase() throws IOException {
    file(
        "a.elmt",
        "suite S\nset-up\n| log | x |\n\ncase <n> rows\nkey: n\ndata\n| n |\n| 1 |\n| 2 |\n| 3 |\nsteps\n| log | <n> |\n");
    assertEquals(0, elm("plan", folder.toString(), "--page", "2", "--page-size", "2"));
    assertEquals("  3 rows\npage 2 of 2, 3 executable cases\n", out.toString().replace("\r", ""));
    out.getBuffer().setLength(0);
    assertEquals(0, elm("plan", folder.toString(), "--json", "--row", "2"));
    JsonNode all = new ObjectMapper().readTree(out.toString());
    assertEquals(1, all.size());
    assertEquals("2", all.get(0).path("key").asText());
    assertEquals("2", all.get(0).path("row").path("n").asText());
    assertEquals(
        List.of("before suite S", "steps case <n> rows"),
        all.get(0)
            .path("order")
            .valueStream()
            .map(p ->
                p.path("phase").asText()
                    + " "
                    + p.path("kind").asText()
                    + " "
                    + p.path("name").asText())
            .toList());
    out.getBuffer().setLength(0);
    file("f.elmt", "hook before run\nsteps\n| log | warm up |\n");
    assertEquals(0, elm("plan", folder.toString(), "--row", "2"));
    assertEquals(
        List.of(
            "S",
            "  2 rows",
            "      before  hook before run, once for the run  f.elmt:1",
            "      before  suite S  a.elmt:1",
            "      steps   case <n> rows  a.elmt:5",
            "1 executable case"),
        out.toString().lines().toList());
  }

  /** Everything that a feature can have, compared with the whole of what is printed. */
  @Test
  void keywordsWritesAReferenceThatIsReadAsXml() throws Exception {
    Path page = Path.of(file("reference.html", ""));
    assertEquals(0, elm("keywords", "../demo", "--out", page.toString()));
    String text = Files.readString(page);
    assertTrue(text.startsWith("<!DOCTYPE html>"));
    Document read =
        DocumentBuilderFactory.newInstance()
            .newDocumentBuilder()
            .parse(new ByteArrayInputStream(text.substring(15).getBytes(StandardCharsets.UTF_8)));
    NodeList articles = read.getElementsByTagName("article");
    assertTrue(articles.getLength() > 90, () -> articles.getLength() + " keywords");
    assertTrue(text.contains("id=\"fill-in-the-request\""));
    assertTrue(text.contains("<td>&lt;programme&gt;</td>"), "the steps of one's own keywords");
    assertFalse(text.contains("celadon"), "what a secret has if it is left out");
  }

  @Test
  void outlineTellsAllThatAFeatureHas() throws Exception {
    Path expected = Path.of(ElmCommandTest.class.getResource("/outline/whole.json").toURI());
    assertEquals(0, elm("outline", expected.resolveSibling("whole.feature").toString(), "--json"));
    ObjectMapper json = new ObjectMapper();
    assertEquals(json.readTree(expected.toFile()), json.readTree(out.toString()));
  }

  @Test
  void outlineTellsAFeaturesCasesOrItsFaults() throws IOException {
    String feature =
        file(
            "f.feature",
            "# language: de\n@a\nFunktionalität: Öfen\n  Beispiel: heiß\n    Angenommen ein Ofen\n"
                + "      | a |\n    Und mehr\n      ```x\n      y\n      ```\n");
    assertEquals(0, elm("outline", feature, "--json"));
    JsonNode whole = new ObjectMapper().readTree(out.toString());
    assertEquals("de", whole.path("language").asText());
    JsonNode step = whole.at("/feature/scenarios/0/steps/0");
    assertEquals("Angenommen", step.path("keyword").asText());
    assertTrue(step.path("docString").isNull());
    assertEquals("[[\"a\"]]", step.path("table").toString());
    assertEquals(
        "{\"mediaType\":\"x\",\"content\":\"y\"}",
        whole.at("/cases/0/steps/1/docString").toString());
    assertEquals("[\"@a\"]", whole.at("/cases/0/tags").toString());
    assertTrue(whole.at("/feature/background").isNull());
    out.getBuffer().setLength(0);
    assertEquals(0, elm("outline", feature));
    assertTrue(out.toString().endsWith("1 scenario, 1 case\n"), out.toString());
    out.getBuffer().setLength(0);
    assertEquals(1, elm("outline", file("g.feature", "nothing\n"), "--json"));
    JsonNode error = new ObjectMapper().readTree(out.toString()).at("/errors/0");
    assertEquals(1, error.path("line").asInt());
    assertEquals(1, error.path("column").asInt());
  }

  @Test
  void convertListsWhatIsLostFirst() throws IOException {
    String suite = file("a.elmt", "suite S\ntimeout: 5s\n\ncase one\nsteps\n| reload |\n");
    assertEquals(0, elm("convert", suite, "--to", "feature"));
    assertEquals("Feature: S\n\n  Scenario: one\n    * reload\n", out.toString());
    assertEquals("Not carried over:\n  line 2: timeout: 5s\n", err.toString().replace("\r", ""));
    assertEquals(2, elm("convert", suite, "--to", "elmt"));
  }

  @Test
  void printGivesTheCanonicalForm() throws IOException {
    assertEquals(0, elm("print", file("b.elmt", "CASE  a\n|press|x|")));
    assertEquals("case a\nsteps\n| press | x |\n", out.toString());
  }

  @Test
  void whatCannotBeCarriedOutIsSaidInASentenceWithExitCodeTwo() throws IOException {
    assertEquals(2, elm("check", folder.resolve("none").toString()));
    assertTrue(err.toString().contains("There is no folder"));
    file("a.elmt", "case one\nsteps\n| log | x |\n");
    assertEquals(2, elm("run", folder.toString(), "--tags", "nobody"));
    assertTrue(err.toString().contains("no executable case"));
    assertEquals(2, elm("run", folder.toString(), "--workers", "0"));
    assertEquals(2, elm("plan", folder.toString(), "--tags", "a and"));
    assertTrue(err.toString().contains("a tag is missing at its end"));
    assertEquals(2, elm("nonsense"));
  }

  /** As a signal ends it on a build server; Ctrl C is the same. */
  @Test
  void aRunThatIsToldToEndTearsDownAndWritesItsResults() throws Exception {
    file(
        "a.elmt",
        "case long\nsteps\n| pause | 60s |\ntear-down\n| log | torn down |\n\n"
            + "case later\nsteps\n| log | x |\n");
    Path results = folder.resolve("out");
    Process process =
        new ProcessBuilder(
                System.getProperty("java.home") + "/bin/java",
                "-cp",
                System.getProperty("java.class.path"),
                Main.class.getName(),
                "run",
                folder.toString(),
                "--out",
                results.toString())
            .redirectErrorStream(true)
            .start();
    try (BufferedReader told = process.inputReader()) {
      assertTrue(told.readLine().startsWith("Running 2 executable cases"));
      await(results, "step started");
      process.toHandle().destroy();
      List<String> rest = told.lines().toList();
      assertTrue(rest.getLast().contains("not run in"), rest::toString);
    }
    assertEquals(2, process.waitFor());
    try (var runs = Files.list(results)) {
      Path run = runs.findFirst().orElseThrow();
      assertTrue(Files.readString(run.resolve("events.jsonl")).contains("torn down"));
      assertTrue(Files.readString(run.resolve("junit.xml")).endsWith("</testsuites>"));
    }
  }

  /** Waits until a run's events hold a text. */
  private static void await(Path results, String text) throws IOException, InterruptedException {
    for (int i = 0; i < 600; i++) {
      try (var files = Files.walk(results)) {
        Optional<Path> events = files.filter(file -> file.endsWith("events.jsonl")).findFirst();
        if (events.isPresent() && Files.readString(events.get()).contains(text)) {
          return;
        }
      }
      Thread.sleep(50);
    }
    throw new AssertionError("“" + text + "” did not happen within 30 s.");
  }

  @Test
  void aRunIsGoodOnlyWhereEveryPlannedCasePassed() {
    Outcome passed = Outcome.PASSED;
    assertEquals(0, RunCommand.exitCode(2, Map.of(passed, 2L)));
    assertEquals(1, RunCommand.exitCode(2, Map.of(passed, 1L, Outcome.ERROR, 1L)));
    assertEquals(2, RunCommand.exitCode(2, Map.of(passed, 1L)), "one has no outcome");
    assertEquals(2, RunCommand.exitCode(2, Map.of()));
    assertEquals(2, RunCommand.exitCode(2, Map.of(passed, 1L, Outcome.NOT_RUN, 1L)));
  }

  @Test
  void aRunThatNeedsNoBrowserWritesItsFolder() throws IOException {
    file("a.elmt", "case good\nsteps\n| log | x |\n\ncase bad\nsteps\n| fail | because |\n");
    Path results = folder.resolve("out");
    assertEquals(1, elm("run", folder.toString(), "--out", results.toString()));
    assertTrue(out.toString().contains("1 passed, 1 failed"), out.toString());
    try (var runs = Files.list(results)) {
      Path run = runs.findFirst().orElseThrow();
      assertTrue(Files.readString(run.resolve("junit.xml")).contains("message=\"because\""));
      assertTrue(Files.readAllLines(run.resolve("events.jsonl")).size() >= 8);
    }
    assertEquals(0, elm("run", folder.toString(), "--case", "good", "--out", results.toString()));
  }
}
