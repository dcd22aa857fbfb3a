package elmtable.report;

import static org.junit.jupiter.api.Assertions.assertEquals;

import elmtable.report.Comparison.Ended;
import elmtable.run.event.Outcome;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class ComparisonTest {
  private static final List<Outcome> ALL =
      List.of(Outcome.PASSED, Outcome.FAILED, Outcome.ERROR, Outcome.BLOCKED, Outcome.SKIPPED);

  private static Ended ended(int number, Outcome outcome, double millis) {
    return new Ended(number, outcome, millis);
  }

  @Test
  void whatNoLongerPassesAndWhatPassesAgainIsTold() {
    Map<String, Ended> before = new HashMap<>();
    Map<String, Ended> now = new HashMap<>();
    int number = 0;
    for (Outcome earlier : ALL) {
      for (Outcome later : ALL) {
        String identity = earlier + " " + later;
        before.put(identity, ended(100 + ++number, earlier, 50));
        now.put(identity, ended(number, later, 50));
      }
    }
    now.put("stopped", ended(26, null, 0));
    before.put("stopped", ended(1, Outcome.PASSED, 5));
    Comparison found = Comparison.of(before, now);
    // Passed, then failed, error and blocked; each of these, then passed.
    assertEquals(List.of(2, 3, 4), found.broken());
    assertEquals(List.of(6, 11, 16), found.fixed());
    assertEquals(List.of(), found.slower());
  }

  @Test
  void onlyWhatOneNoticesIsSlower() {
    Map<String, Ended> before =
        Map.of(
            "a", ended(1, Outcome.PASSED, 1_000),
            "b", ended(2, Outcome.PASSED, 10),
            "c", ended(3, Outcome.PASSED, 10_000),
            "d", ended(4, Outcome.FAILED, 10));
    Map<String, Ended> now =
        Map.of(
            "a", ended(1, Outcome.PASSED, 1_600),
            "b", ended(2, Outcome.PASSED, 400),
            "c", ended(3, Outcome.PASSED, 12_000),
            "d", ended(4, Outcome.FAILED, 9_000));
    assertEquals(List.of(1), Comparison.of(before, now).slower());
    assertEquals(List.of(), Comparison.of(now, before).slower());
  }

  @Test
  void casesOfOneRunOnlyAreCounted() {
    Ended one = ended(1, Outcome.PASSED, 1);
    Comparison found =
        Comparison.of(Map.of("a", one, "b", one, "c", one), Map.of("c", one, "d", one));
    assertEquals(1, found.added());
    assertEquals(2, found.gone());
  }
}
