package elmtable.report;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;

import elmtable.report.Findings.Finding;
import elmtable.report.Findings.NotPassed;
import elmtable.run.event.Failure;
import elmtable.run.event.Outcome;
import elmtable.run.event.Waiting;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeSet;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("What did not pass, in groups with one cause")
class FindingsTest {
  private static final String OTHER_TEXT = "Message was not as wanted.";

  private int count;

  private NotPassed failed(String message, String wanted, String found, String... values) {
    Map<String, String> row = new LinkedHashMap<>();
    for (int i = 0; i < values.length; i += 2) {
      row.put(values[i], values[i + 1]);
    }
    Failure failure = new Failure(message, wanted, found, 4000L);
    return new NotPassed(++count, "case " + count, Outcome.FAILED, failure, row);
  }

  private NotPassed blocked(String name, String by) {
    Failure failure = Failure.of(Waiting.after(by));
    return new NotPassed(++count, name, Outcome.BLOCKED, failure, Map.of());
  }

  private static List<List<Integer>> numbers(List<NotPassed> cases) {
    return Findings.of(cases).stream()
        .map(finding -> finding.cases().stream().map(NotPassed::number).toList())
        .toList();
  }

  @Test
  void whatSaysTheSameAndWantedOrFoundTheSameBelongsTogether() {
    assertEquals(
        List.of(List.of(1, 2, 4), List.of(3), List.of(5)),
        numbers(
            List.of(
                failed(OTHER_TEXT, "Fires up to 1300 °C", "Booked: 1 shelf"),
                failed(OTHER_TEXT, "Fires up to 1240 °C", "Booked: 6 shelves"),
                failed(OTHER_TEXT, "Raku only", "Closed"),
                failed(OTHER_TEXT, "A kiln has six shelves", "Booked: 9 shelves"),
                failed("Receipt was not as wanted.", "Fires up to 1300 °C", "Booked: 1 shelf"))));
  }

  @Test
  void groupsBecomeOneWhereACaseHasSomethingOfBoth() {
    assertEquals(
        List.of(List.of(1, 2, 3)),
        numbers(
            List.of(
                failed(OTHER_TEXT, "a", "x"),
                failed(OTHER_TEXT, "b", "y"),
                failed(OTHER_TEXT, "a", "y"))));
  }

  @Test
  void valuesOfARowAndNumbersTellNoCausesApart() {
    assertEquals(
        List.of(List.of(1, 2), List.of(3)),
        numbers(
            List.of(
                failed("“Row of Olga” is not on the page after 4 s.", null, null, "who", "Olga"),
                failed("“Row of Wren” is not on the page after 11 s.", null, null, "who", "Wren"),
                failed("“Row of Pia” is not on the page after 4 s.", null, null))));
  }

  @Test
  void whatWaitedForACaseBelongsToItsCauseThoughThatWaitedItself() {
    NotPassed last = blocked("third", "second");
    NotPassed middle = blocked("second", "case 3");
    NotPassed first = failed("It broke.", null, null);
    NotPassed lost = blocked("lost", "nobody knows");
    assertEquals(
        List.of(List.of(3, 2, 1), List.of(4)), numbers(List.of(last, middle, first, lost)));
  }

  @Test
  void whatAllOfAGroupShareIsTold() {
    List<Finding> found =
        Findings.of(
            List.of(
                failed("It broke.", null, null, "kiln", "two", "day", "Monday"),
                failed("It broke.", null, null, "kiln", "two", "day", "Friday"),
                blocked("later", "case 1"),
                failed("Alone.", null, null, "kiln", "two")));
    assertEquals(Map.of("kiln", "two"), found.get(0).shared());
    assertEquals(Map.of(), found.get(1).shared());
  }

  @Test
  void aCauseHasTheSameKeyInAnotherRun() {
    List<Finding> before =
        Findings.of(
            List.of(
                failed(OTHER_TEXT, "one", "Booked: 1"),
                failed(OTHER_TEXT, "two", "Booked: 2"),
                failed("It broke.", null, null)));
    List<Finding> after =
        Findings.of(
            List.of(
                failed("It broke.", null, null),
                failed(OTHER_TEXT, "three", "Booked: 7"),
                failed(OTHER_TEXT, "four", "Booked: 8")));
    assertEquals(before.get(0).key(), after.get(0).key());
    assertEquals(before.get(1).key(), after.get(1).key());
    assertNotEquals(before.get(0).key(), before.get(1).key());
  }

  /** Each case is in one group, however they come, and the groups are the same ones. */
  @Test
  void theOrderOfCasesMakesNoOtherGroups() {
    Random random = new Random(11);
    List<NotPassed> cases = new ArrayList<>();
    for (int i = 0; i < 300; i++) {
      cases.add(
          failed(
              "Message " + (char) ('a' + random.nextInt(4)) + " was not as wanted.",
              "w" + (char) ('a' + random.nextInt(20)),
              "f" + (char) ('a' + random.nextInt(20))));
      if (random.nextInt(5) == 0) {
        cases.add(blocked("blocked " + i, "case " + (1 + random.nextInt(count))));
      }
    }
    var groups = groupsOf(cases);
    assertEquals(cases.size(), groups.stream().mapToInt(TreeSet::size).sum());
    for (int i = 0; i < 5; i++) {
      Collections.shuffle(cases, random);
      assertEquals(new HashSet<>(groups), new HashSet<>(groupsOf(cases)));
    }
  }

  private static List<TreeSet<Integer>> groupsOf(List<NotPassed> cases) {
    return numbers(cases).stream().map(TreeSet::new).toList();
  }
}
