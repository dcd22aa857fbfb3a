package elmtable.plan;

import static org.junit.jupiter.api.Assertions.assertEquals;

import elmtable.check.CheckedProject;
import elmtable.project.TestProjects;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** Cases that others come after. */
class NeededCasesTest {
  private static final String AFTER =
      """
      suite S

      case first
      tags: base
      steps
      | log | x |

      case second
      after: first
      steps
      | log | x |

      case third
      tags: top
      after: S/second
      steps
      | log | x |
      """;

  @Test
  void casesThatOthersComeAfterAreAdded() {
    Plan plan = Planner.plan(CheckedProject.of(TestProjects.of(AFTER)), Selection.tagged("top"));
    assertEquals(
        List.of("first needed by second", "second needed by third", "third needed by "),
        plan.executables().map(e -> e.name() + " needed by " + e.needed()).toList());
  }

  @Test
  void aLongChainOfCasesIsAddedWithoutGoingDeep() {
    StringBuilder text = new StringBuilder("suite S\n");
    for (int i = 0; i < 3_000; i++) {
      text.append("\ncase c").append(i).append('\n');
      text.append(i == 0 ? "" : "after: c" + (i - 1) + "\n").append("steps\n| log | x |\n");
    }
    Plan plan =
        Planner.plan(
            CheckedProject.of(TestProjects.of(text.toString())),
            Selection.everything().withCases("c2999"));
    assertEquals(3_000, plan.count());
    assertEquals("c1", plan.cases().get(0).needed());
  }

  @Test
  void whatACaseComesAfterIsChecked() {
    String text =
        AFTER.replace("tags: base", "after: third")
            + "\ncase off\nrun: no\nsteps\n| log | x |\n"
            + "\ncase last\nafter: off, frist\nsteps\n| log | x |\n";
    assertEquals(
        List.of("N117", "N118", "N115"),
        TestProjects.problems(TestProjects.of(text), "a.elmt").stream()
            .map(p -> p.problem().code())
            .toList());
  }

  /**
   * All cases are in where identities are chosen, but those of which none is chosen need nothing.
   */
  @Test
  void whatIsChosenByIdentityNeedsOnlyWhatItComesAfterItself() {
    String alone = "\ncase alone\nsteps\n| log | x |\n";
    CheckedProject checked = CheckedProject.of(TestProjects.of(AFTER + alone));
    Map<String, String> identities = new HashMap<>();
    Planner.plan(checked, Selection.everything())
        .executables()
        .forEach(one -> identities.put(one.name(), one.identity()));
    for (var wanted :
        Map.of("alone", List.of("alone"), "second", List.of("first", "second")).entrySet()) {
      Selection selection = Selection.everything().withIdentities(identities.get(wanted.getKey()));
      List<String> planned =
          Planner.plan(checked, selection).executables().map(ExecutableCase::name).toList();
      assertEquals(wanted.getValue(), planned);
    }
  }
}
