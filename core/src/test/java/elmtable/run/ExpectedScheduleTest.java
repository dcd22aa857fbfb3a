package elmtable.run;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.check.CheckedProject;
import elmtable.plan.Plan;
import elmtable.plan.Planner;
import elmtable.plan.Selection;
import elmtable.project.TestProjects;
import elmtable.run.ExpectedSchedule.Span;
import elmtable.run.request.ExpectedTimes;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

@DisplayName("What each worker will probably do when")
class ExpectedScheduleTest {
  private static final String LONG = suite("Long", "", 3);
  private static final String SHORT = suite("Short", "", 2);
  private static final String WIDE = suite("Wide", "independent: yes\n", 6);

  private static String suite(String name, String properties, int cases) {
    return "suite "
        + name
        + "\n"
        + properties
        + IntStream.range(0, cases)
            .mapToObj(n -> "\ncase " + name + " " + n + "\nsteps\n| log | x |\n")
            .collect(Collectors.joining());
  }

  /**
   * @param millis that a case took whose name begins so; all others never ran
   */
  private static ExpectedSchedule schedule(
      Map<String, Double> millis, int workers, Map<String, String> documents) {
    CheckedProject checked = CheckedProject.of(TestProjects.of(documents, Map.of()));
    Plan plan = Planner.plan(checked, Selection.everything());
    Map<String, Double> known = new HashMap<>();
    plan.executables()
        .forEach(each ->
            millis.forEach((begin, took) -> {
              if (each.name().startsWith(begin)) {
                known.put(each.identity(), took);
              }
            }));
    ExpectedTimes times =
        identity ->
            known.containsKey(identity)
                ? OptionalDouble.of(known.get(identity))
                : OptionalDouble.empty();
    return ExpectedSchedule.of(checked.project(), plan, times, workers);
  }

  private static double sum(ExpectedSchedule schedule) {
    return schedule.workers().stream().flatMap(List::stream).mapToDouble(Span::millis).sum();
  }

  private static List<List<String>> suites(ExpectedSchedule schedule) {
    return schedule.workers().stream()
        .map(spans -> spans.stream().map(Span::suite).toList())
        .toList();
  }

  @Test
  void isNothingWhereNoCaseRanBefore() {
    ExpectedSchedule schedule = schedule(Map.of(), 2, Map.of("a.elmt", LONG));
    assertEquals(new ExpectedSchedule(0, List.of()), schedule);
  }

  @Test
  void aSuiteStaysWithOneWorkerAndTheLongestBegins() {
    Map<String, String> documents = Map.of("a.elmt", SHORT, "b.elmt", LONG);
    ExpectedSchedule schedule = schedule(Map.of("Short", 100.0, "Long", 1000.0), 2, documents);
    assertEquals(List.of(List.of("Long"), List.of("Short")), suites(schedule));
    assertEquals(3000, schedule.millis());
    assertEquals(List.of(1000.0, 1000.0, 1000.0), schedule.workers().get(0).get(0).caseMillis());
  }

  @Test
  void independentCasesGoToWhoeverIsFree() {
    Map<String, String> documents = Map.of("a.elmt", LONG, "b.elmt", WIDE);
    ExpectedSchedule schedule = schedule(Map.of("Long", 500.0, "Wide", 200.0), 2, documents);
    // One worker has the long suite for 1.5 s; the other does all of the wide one but the last.
    assertEquals(1500, schedule.workers().get(0).get(0).millis());
    assertEquals(2700, sum(schedule));
    assertTrue(schedule.millis() <= 1500, schedule::toString);
  }

  @Test
  void aCaseThatNeverRanTakesAsLongAsOthersDo() {
    Map<String, String> documents = Map.of("a.elmt", LONG, "b.elmt", SHORT);
    ExpectedSchedule schedule = schedule(Map.of("Long", 300.0), 1, documents);
    assertEquals(5 * 300, schedule.millis());
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 8})
  void noWorkIsLostAndNobodyDoesTwoThingsAtOnce(int workers) {
    Map<String, String> documents = Map.of("a.elmt", LONG, "b.elmt", SHORT, "c.elmt", WIDE);
    ExpectedSchedule schedule =
        schedule(Map.of("Long", 500.0, "Short", 50.0, "Wide", 200.0), workers, documents);
    assertEquals(3 * 500 + 2 * 50 + 6 * 200, sum(schedule), 0.001);
    assertEquals(workers, schedule.workers().size());
    double last = 0;
    for (List<Span> spans : schedule.workers()) {
      double until = 0;
      for (Span span : spans) {
        assertEquals(until, span.fromMillis(), 0.001);
        until += span.millis();
      }
      last = Math.max(last, until);
    }
    assertEquals(last, schedule.millis(), 0.001);
  }

  @Test
  void manyIndependentCasesAreHandedOutInPieces() {
    String rows =
        IntStream.range(0, 2_000).mapToObj(n -> "| " + n + " |\n").collect(Collectors.joining());
    String text =
        "suite Many\nindependent: yes\n\ncase Many <n>\ndata\n| n |\n"
            + rows
            + "steps\n| log | <n> |\n";
    ExpectedSchedule schedule = schedule(Map.of("Many", 10.0), 4, Map.of("a.elmt", text));
    assertEquals(20_000, sum(schedule), 0.001);
    assertTrue(schedule.millis() <= 5_100, schedule.millis() + " ms");
    assertTrue(schedule.workers().get(0).get(0).caseMillis().isEmpty());
  }
}
