package elmtable.report;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.run.event.Failure;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;

class RunFolderTest {
  private static final Instant AT = Instant.parse("2026-11-25T10:00:00Z");

  private static RunEvent.Planned planned(int number, String name) {
    return new RunEvent.Planned(
        number, "id" + number, name, "Suite <1>", "a.elmt", 3, 0, Map.of(), List.of());
  }

  @Test
  void aRunIsWrittenAsLinesAndAsXml(@TempDir Path parent) throws Exception {
    Path folder;
    try (RunFolder results = RunFolder.in(parent)) {
      folder = results.path();
      results.on(new RunEvent.RunStarted(AT, "r", "t", "local", "", 1, 7, 3));
      results.on(
          new RunEvent.CasesPlanned(
              AT, List.of(planned(1, "a & b"), planned(2, "c\u0001"), planned(3, "d"))));
      results.on(new RunEvent.CaseFinished(AT, 1, Outcome.PASSED, 1500, null));
      results.on(
          new RunEvent.CaseFinished(
              AT, 2, Outcome.FAILED, 10, new Failure("no", "x < y", "z", 5L)));
      results.on(new RunEvent.RunFinished(AT, true, Map.of()));
      assertEquals("evidence/0001.png", results.keep(new byte[] {1}, ".png"));
    }
    assertEquals(5, Files.readAllLines(folder.resolve("events.jsonl")).size());
    Element suite =
        (Element)
            DocumentBuilderFactory.newInstance()
                .newDocumentBuilder()
                .parse(folder.resolve("junit.xml").toFile())
                .getElementsByTagName("testsuite")
                .item(0);
    assertEquals("Suite <1>", suite.getAttribute("name"));
    assertEquals(
        "3 1 0 1",
        String.join(
            " ",
            suite.getAttribute("tests"),
            suite.getAttribute("failures"),
            suite.getAttribute("errors"),
            suite.getAttribute("skipped")));
    assertEquals("1.510", suite.getAttribute("time"));
    Element failure = (Element) suite.getElementsByTagName("failure").item(0);
    assertTrue(failure.getTextContent().contains("wanted: x < y"));
  }

  @Test
  void casesStandUnderTheirSuitesHoweverTheyEnded(@TempDir Path parent) throws Exception {
    Path folder;
    try (RunFolder results = RunFolder.in(parent)) {
      folder = results.path();
      results.on(new RunEvent.RunStarted(AT, "r", "t", "local", "", 2, 7, 400));
      for (int number = 1; number <= 400; number++) {
        String suite = number % 2 == 0 ? "even" : "odd";
        results.on(
            new RunEvent.CasesPlanned(
                AT,
                List.of(
                    new RunEvent.Planned(
                        number, "i", "n" + number, suite, "d", 1, 0, Map.of(), List.of()))));
      }
      for (int number = 400; number > 0; number--) {
        results.on(new RunEvent.CaseFinished(AT, number, Outcome.PASSED, 1, null));
      }
      results.on(new RunEvent.RunFinished(AT, false, Map.of()));
    }
    NodeList suites =
        DocumentBuilderFactory.newInstance()
            .newDocumentBuilder()
            .parse(folder.resolve("junit.xml").toFile())
            .getElementsByTagName("testsuite");
    assertEquals(2, suites.getLength());
    for (int i = 0; i < 2; i++) {
      Element suite = (Element) suites.item(i);
      NodeList cases = suite.getElementsByTagName("testcase");
      assertEquals(200, cases.getLength());
      for (int j = 0; j < 200; j++) {
        Element one = (Element) cases.item(j);
        assertEquals(suite.getAttribute("name"), one.getAttribute("classname"));
      }
    }
    try (Stream<Path> left = Files.list(folder)) {
      assertEquals(
          List.of("events.jsonl", "junit.xml"),
          left.map(file -> file.getFileName().toString()).sorted().toList());
    }
  }

  @Test
  void everyRunHasAFolderOfItsOwn(@TempDir Path parent) throws Exception {
    try (RunFolder first = RunFolder.in(parent);
        RunFolder second = RunFolder.in(parent)) {
      assertTrue(!first.path().equals(second.path()));
    }
  }
}
