package elmtable.plan;

import static org.junit.jupiter.api.Assertions.assertEquals;

import elmtable.check.CheckedProject;
import elmtable.project.TestProjects;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("Executable cases that are named one by one")
class IdentityPlansTest {
  private static final CheckedProject PROJECT =
      TestProjects.checked(
          """
          suite S

          case one
          steps
          | log | 1 |

          case two
          steps
          | log | 2 |

          environment local
          values
          | name | value |

          environment staging
          values
          | name | value |

          browser desktop
          kind: chrome

          browser fox
          kind: firefox
          """);

  private static Plan in(String environment, String browser) {
    return Planner.plan(
        PROJECT, Selection.everything().withEnvironments(environment).withBrowsers(browser));
  }

  private static String identity(String environment, String browser, String name) {
    return in(environment, browser)
        .executables()
        .filter(executable -> executable.name().equals(name))
        .findFirst()
        .orElseThrow()
        .identity();
  }

  private static Plan plan(Selection selection) {
    return IdentityPlans.plan(PROJECT, selection);
  }

  private static List<String> places(Plan plan) {
    return plan.executables()
        .map(each -> each.name() + " in " + each.environment() + ", " + each.browser())
        .toList();
  }

  @Test
  void arePlannedWhereTheyRan() {
    String far = identity("staging", "fox", "two");
    assertEquals(
        List.of("two in staging, fox"), places(plan(Selection.everything().withIdentities(far))));
  }

  @Test
  void areLookedForInTheUsualPlaceFirst() {
    Plan usual = Planner.plan(PROJECT, Selection.everything());
    String one = usual.executables().findFirst().orElseThrow().identity();
    assertEquals(
        places(usual).subList(0, 1), places(plan(Selection.everything().withIdentities(one))));
  }

  @Test
  void areOnlyThoseOfThePlacesThatAreAskedFor() {
    String far = identity("staging", "fox", "two");
    Selection elsewhere = Selection.everything().withIdentities(far).withEnvironments("local");
    assertEquals(List.of(), places(plan(elsewhere)));
    assertEquals(Set.of(far), IdentityPlans.missing(List.of(far), plan(elsewhere)));
  }

  @Test
  void thatNobodyKnowsAreToldApart() {
    String one = identity("local", "desktop", "one");
    Plan all = in("local", "desktop");
    assertEquals(Set.of("nobody"), IdentityPlans.missing(List.of(one, "nobody"), all));
    assertEquals(Set.of(), IdentityPlans.missing(List.of(), all));
  }
}
