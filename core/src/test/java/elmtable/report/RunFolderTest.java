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
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.w3c.dom.Element;

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
      results.on(
          new RunEvent.RunStarted(
              AT,
              "r",
              "t",
              "local",
              "",
              1,
              7,
              List.of(planned(1, "a & b"), planned(2, "c\u0001"), planned(3, "d"))));
      results.on(new RunEvent.CaseFinished(AT, 1, Outcome.PASSED, 1500, null));
      results.on(
          new RunEvent.CaseFinished(
              AT, 2, Outcome.FAILED, 10, new Failure("no", "x < y", "z", 5L)));
      results.on(new RunEvent.RunFinished(AT, true, Map.of()));
      assertEquals("evidence/0001.png", results.keep(new byte[] {1}, ".png"));
    }
    assertEquals(4, Files.readAllLines(folder.resolve("events.jsonl")).size());
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
  void everyRunHasAFolderOfItsOwn(@TempDir Path parent) throws Exception {
    try (RunFolder first = RunFolder.in(parent);
        RunFolder second = RunFolder.in(parent)) {
      assertTrue(!first.path().equals(second.path()));
    }
  }
}
