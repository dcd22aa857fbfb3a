package elmtable.report;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import elmtable.run.event.Failure;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
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

  /** Writes to it fail as on a full disk. */
  private static final Path FULL = Path.of("/dev/full");

  @Test
  void onAFullDiskEvidenceIsRefusedAndLeavesNothing(@TempDir Path parent) throws Exception {
    assumeTrue(Files.exists(FULL));
    try (RunFolder results = RunFolder.in(parent)) {
      Path evidence = Files.createDirectory(results.path().resolve("evidence"));
      Files.createSymbolicLink(evidence.resolve("0001.png"), FULL);
      UncheckedIOException full =
          assertThrows(
              UncheckedIOException.class, () -> results.keep(new byte[] {1, 2, 3}, ".png"));
      assertEquals(
          "evidence/0001.png cannot be written: No space left on device", full.getMessage());
      assertEquals(List.of(), Files.list(evidence).toList());
      assertEquals("evidence/0002.png", results.keep(new byte[] {1}, ".png"));
    }
  }

  @Test
  void onAFullDiskTheRunGoesOnAndItsEndTells(@TempDir Path folder) throws Exception {
    assumeTrue(Files.exists(FULL));
    Files.createSymbolicLink(folder.resolve("events.jsonl"), FULL);
    RunFolder results = new RunFolder(folder);
    RunEvent start = new RunEvent.RunStarted(AT, "r", "t", "local", "", 1, 7, 1);
    assertThrows(UncheckedIOException.class, () -> results.on(start));
    results.on(new RunEvent.CasesPlanned(AT, List.of(planned(1, "a"))));
    IOException told = assertThrows(IOException.class, results::close);
    assertEquals("No space left on device", told.getMessage());
  }

  @Test
  void earlierTimesAreThoseOfTheNewestRunThatPassed(@TempDir Path parent) throws Exception {
    assertEquals(OptionalDouble.empty(), EarlierTimes.in(parent).millis("id1"));
    Object[][][] runs = {
      {{1, Outcome.PASSED, 100.0}, {2, Outcome.PASSED, 200.0}},
      {{1, Outcome.PASSED, 150.0}, {2, Outcome.FAILED, 9.0}, {3, Outcome.ERROR, 5.0}},
    };
    long modified = 1_700_000_000_000L;
    for (Object[][] run : runs) {
      Path events;
      try (RunFolder results = RunFolder.in(parent)) {
        events = results.path().resolve("events.jsonl");
        for (Object[] one : run) {
          int number = (int) one[0];
          results.on(new RunEvent.CasesPlanned(AT, List.of(planned(number, "n"))));
          results.on(
              new RunEvent.CaseFinished(AT, number, (Outcome) one[1], (double) one[2], null));
        }
      }
      assertTrue(events.toFile().setLastModified(modified += 10_000));
    }
    EarlierTimes times = EarlierTimes.in(parent);
    assertEquals(150, times.millis("id1").orElseThrow());
    assertEquals(200, times.millis("id2").orElseThrow(), "it did not pass since");
    assertEquals(OptionalDouble.empty(), times.millis("id3"));
  }

  @Test
  void aRunWhoseLastLineIsCutOffIsReadAllTheSame(@TempDir Path parent) throws Exception {
    Path events;
    try (RunFolder results = RunFolder.in(parent)) {
      events = results.path().resolve("events.jsonl");
      results.on(new RunEvent.CasesPlanned(AT, List.of(planned(1, "a"), planned(2, "b"))));
      results.on(new RunEvent.CaseFinished(AT, 1, Outcome.PASSED, 7, null));
      results.on(new RunEvent.CaseFinished(AT, 2, Outcome.PASSED, 8, null));
    }
    String whole = Files.readString(events);
    Files.writeString(events, whole.substring(0, whole.length() - 9));
    assertEquals(List.of("id2"), LastRun.in(parent).orElseThrow().notPassed());
    assertEquals(7, EarlierTimes.in(parent).millis("id1").orElseThrow());
  }
}
