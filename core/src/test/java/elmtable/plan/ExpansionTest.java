package elmtable.plan;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.check.CheckedProject;
import elmtable.project.Project;
import elmtable.project.TestProjects;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** What a plan expands to: rows, environments, browsers, and pages of them. */
class ExpansionTest {
  private static final String SETTINGS =
      """
      environment near
      environment far
      browser wide
      browser narrow

      suite S

      case <a>
      key: a
      data
      | a |
      | x |
      | y |
      | z |
      steps
      | log | <a> |

      case phone
      browsers: narrow
      steps
      | log | x |
      """;

  private static final String BY_REGION =
      """
      case <a> in <region>
      data: rows
      steps
      | log | <a> |

      case Alike <b>
      data
      | b |
      | 1 |
      steps
      | log | <b> |

      data rows
      from: <region>.csv
      where: not a = 'none'

      environment north
      values
      | name | value |
      | region | n |

      environment south
      values
      | name | value |
      | region | s |

      environment far north
      like: north
      """;

  @Test
  void theCountIsTheProductAndTheLastChangesFastest() {
    Project project = TestProjects.of(SETTINGS);
    Selection all =
        Selection.everything().withEnvironments("far", "near").withBrowsers("wide", "narrow");
    Plan plan = Planner.plan(CheckedProject.of(project), all);
    assertEquals(3 * 2 * 2 + 2, plan.count());
    List<ExecutableCase> executables = plan.executables().toList();
    assertEquals(plan.count(), executables.size());
    assertEquals(
        List.of("x far wide", "x far narrow", "x near wide", "x near narrow", "y far wide"),
        executables.stream()
            .limit(5)
            .map(e -> e.name() + " " + e.environment() + " " + e.browser())
            .toList());
    assertEquals(
        executables.size(), executables.stream().map(ExecutableCase::identity).distinct().count());
    for (int offset = 0; offset <= executables.size(); offset++) {
      assertEquals(
          executables.stream().skip(offset).limit(5).toList(), plan.page(offset, 5), "" + offset);
    }
    Plan wide =
        Planner.plan(CheckedProject.of(project), Selection.everything().withBrowsers("wide"));
    assertEquals("browsers: narrow", wide.cases().get(1).exclusionReason());
    assertEquals(
        List.of("narrow"),
        Planner.plan(CheckedProject.of(project), Selection.everything().withCases("phone"))
            .executables()
            .map(ExecutableCase::browser)
            .toList());
  }

  /** Names that come again far away, in two environments, with a row that is broken. */
  @Test
  void aPageIsThatPartOfAllWhereverItBegins() {
    StringBuilder rows = new StringBuilder("a,b\n");
    for (int i = 0; i < 60; i++) {
      rows.append(i % 23).append(',').append(i % 46).append(i == 31 ? ",more\n" : "\n");
    }
    String text =
        """
        case <a> in <place>
        data: rows
        steps
        | log | <b> |

        data rows
        from: rows.csv

        environment north
        values
        | name | value |
        | place | N |

        environment south
        values
        | name | value |
        | place | S |
        """;
    Project project = TestProjects.of(text, Map.of("rows.csv", rows.toString()));
    Plan plan =
        Planner.plan(
            CheckedProject.of(project), Selection.everything().withEnvironments("north", "south"));
    List<ExecutableCase> all = plan.executables().toList();
    assertEquals(120, all.size());
    assertEquals(120, all.stream().map(ExecutableCase::identity).distinct().count());
    assertTrue(all.stream().anyMatch(one -> one.name().equals("0 in N, row 47")), "repeats");
    for (int from = 0; from <= 120; from++) {
      assertEquals(
          all.subList(from, Math.min(120, from + 7)), plan.page(from, 7), "page from " + from);
    }
  }

  @Test
  void eachEnvironmentHasTheRowsOfItsOwnSource() {
    Project project =
        TestProjects.of(BY_REGION, Map.of("n.csv", "a\n1\n2\n", "s.csv", "a\n7\nnone\n"));
    assertEquals(List.of(), TestProjects.problems(project, "a.elmt"));
    Selection all = Selection.everything().withEnvironments("north", "south", "far north");
    Plan plan = Planner.plan(CheckedProject.of(project), all);
    List<String> names =
        plan.executables().map(one -> one.name() + ", " + one.environment()).toList();
    assertEquals(
        List.of(
            "1 in n, north",
            "1 in n, far north",
            "2 in n, north",
            "2 in n, far north",
            "7 in s, south",
            "Alike 1, north",
            "Alike 1, south",
            "Alike 1, far north"),
        names);
    assertEquals(8, plan.count());
    for (int from = 0; from <= 8; from++) {
      assertEquals(
          names.subList(from, Math.min(8, from + 2)),
          plan.page(from, 2).stream().map(one -> one.name() + ", " + one.environment()).toList());
    }
    assertEquals(
        List.of("7 in s", "Alike 1"),
        Planner.plan(CheckedProject.of(project), Selection.everything().withEnvironments("south"))
            .executables()
            .map(ExecutableCase::name)
            .toList());
  }

  @Test
  void aSourceThatAnEnvironmentLacksIsToldWithTheEnvironment() {
    Project project = TestProjects.of(BY_REGION, Map.of("n.csv", "a\n1\n"));
    assertEquals(
        List.of("In the environment south: The project has no file “s.csv”"),
        TestProjects.problems(project, "a.elmt").stream()
            .map(problem -> problem.message().split(";")[0])
            .toList());
    List<ExecutableCase> inSouth =
        Planner.plan(CheckedProject.of(project), Selection.everything().withEnvironments("south"))
            .executables()
            .toList();
    assertTrue(inSouth.get(0).fault().contains("s.csv"), inSouth.get(0).fault());
    assertEquals("", inSouth.get(1).fault());
  }
}
