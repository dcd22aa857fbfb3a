package elmtable.check;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.block.Scope;
import elmtable.plan.CaseOrder;
import elmtable.plan.CasePlan;
import elmtable.plan.Plan;
import elmtable.plan.Planner;
import elmtable.plan.Selection;
import elmtable.project.Project;
import elmtable.project.TestProjects;
import elmtable.project.entry.CaseEntry;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

@DisplayName("What surrounds a case is checked before the run")
class SurroundingsChecksTest extends AbstractChecksTest {
  private static final String FIXTURES =
      """
      fixture signed in as <member>
      scope: suite
      takes
      | name   | kind                |
      | member | choice Juno F, Wren |
      gives
      | name  |
      | token |
      set-up
      | log  | <member> <env/town> |
      | give | <member>            |
      tear-down
      | log | <member> |

      environment local
      values
      | name | value |
      | town | Faro  |

      """;

  @Test
  void fixturesAreAskedForWithTheirPlacesFilled() {
    String text =
        FIXTURES
            + """
            suite Requests
            fixtures: signed in as <keeper> => keeper

            case <buyer>
            fixtures: signed in as <buyer> => buyer, signed in as Juno F
            data
            | buyer | keeper |
            | Wren  | Juno F |
            steps
            | log | <fixture/buyer/token> <fixture/keeper/token> <token> |
            """;
    assertEquals(List.of(), codes(text));
    Project project = TestProjects.of(text);
    CaseEntry entry = project.index().suites().get(0).cases().get(0);
    assertEquals(
        List.of(
            "BEFORE SUITE signed in as <keeper>",
            "BEFORE SUITE signed in as <buyer>",
            "BEFORE SUITE signed in as Juno F",
            "STEPS CASE <buyer>",
            "AFTER SUITE signed in as Juno F",
            "AFTER SUITE signed in as <buyer>",
            "AFTER SUITE signed in as <keeper>"),
        CaseOrder.of(project, entry, List.of()).stream()
            .map(part -> part.phase() + " " + part.scope() + " " + part.name())
            .toList());
    assertEquals(Scope.ROWS, Scope.named("Rows").orElseThrow());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '~',
      value = {
        // The column is unknown.
        "signed in as <buyer>                                ~ F103 21",
        // Two fillings give one name.
        "signed in as Wren, signed in as Juno F              ~ N125 21",
        "signed in as Wren => a, signed in as Juno F => a    ~ N101 21",
        // No choice of the place, and one that changes in a wider scope.
        "signed in as Pia                                    ~ S104 21",
        "signed in as <unique('x')>                          ~ F104 21",
        "signed out as Wren                                  ~ N112 21",
      })
  void whatFixturesAreAskedForIsChecked(String asked, String code) {
    String text = FIXTURES + "case a\nfixtures: " + asked + "\nsteps\n| log | x |\n";
    assertEquals(List.of(code), codes(text).stream().filter(c -> !c.startsWith("U")).toList());
  }

  @Test
  void aFixtureSeesItsPlacesAndEnvironmentByItsPlaceOnly() {
    String text = FIXTURES.replace("<member> <env/town>", "<member> <town>");
    assertEquals(List.of("U104 1", "F103 10"), codes(text));
    assertEquals(
        List.of("U104 1", "N126 3"),
        codes(
                FIXTURES
                    .replace("| member | choice", "| keeper | choice")
                    .replace("choice Juno F, Wren", "text               "))
            .stream()
            .distinct()
            .toList());
  }

  @Test
  void circlesAreToldOnceWithAllTheirMembers() {
    String text =
        """
        environment c
        like: a
        environment a
        like: b
        environment b
        like: c

        data x
        combine: all of y, w
        data y
        combine: all of x, w
        data w
        rows
        | n |
        | 1 |

        case one
        after: two
        steps
        | log | x |
        case two
        after: three
        steps
        | log | x |
        case three
        after: one
        data: x
        steps
        | log | x |
        """;
    assertEquals(
        "An environment may not start from itself: a → b → c.".replace("c.", "c → a."),
        only(text, "N127").message());
    assertEquals("A data set may not be made of itself: x → y → x.", only(text, "D108").message());
    assertEquals(
        "A case may not come after itself, or none of these can begin: one → two → three → one.",
        only(text, "N117").message());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '~',
      value = {
        "at: tomorrow             ~ T114",
        "at: 25:00                ~ T114",
        "at: 06:00                ~ ",
        "at: 06:00 on weekdays    ~ ",
        "mail to: me              ~ T114",
        "mail to: a@kiln.test     ~ ",
        "every: now and then      ~ T114",
        "every: 2h                ~ ",
        "every: on change of x.csv~ D101",
        "pictures: all            ~ T114",
        "pictures: steps          ~ ",
        "within: soon             ~ T114",
      })
  void plansAreRead(String line, String code) {
    List<String> wanted = code == null ? List.of() : List.of(code + " 2");
    assertEquals(wanted, codes("plan nightly\n" + line + "\n"));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '~',
      value = {
        "time zone: Kiln/North       ~ T114",
        "time zone: Europe/Lisbon    ~ ",
        "position: 38.7, -9.1        ~ ",
        "position: 138.7, -9.1       ~ T114",
        "position: here              ~ T114",
        "capabilities: {\"a\": 1}   ~ ",
        "capabilities: [1            ~ T114",
        "colour scheme: pink         ~ T114",
        "limit: 0                    ~ T114",
        "wipe: maybe                 ~ T114",
      })
  void browsersAreRead(String line, String code) {
    List<String> wanted = code == null ? List.of() : List.of(code + " 2");
    assertEquals(wanted, codes("browser small\n" + line + "\n"));
  }

  @Test
  void isolationIsKept() {
    assertEquals(
        List.of("S122 3"),
        codes("suite s\nindependent: yes\nisolation: suite\n\ncase a\nsteps\n| log | x |\n"));
    assertEquals(
        List.of("S123 9"),
        codes(
            "suite s\nisolation: worker\n\ncase a\nsteps\n| log | x |\n\ncase b\nafter: a\nsteps\n| log | x |\n"));
    assertEquals(List.of("T114 2"), codes("case a\nisolation: planet\nsteps\n| log | x |\n"));
  }

  @Test
  void comingAfterARowNeedsKeys() {
    String text =
        "case a\n%s\ndata\n| id |\n| 1 |\nsteps\n| log | <id> |\n\ncase b <id>\nafter: a by row\nkey: id\ndata\n| id |\n| 1 |\n| 2 |\nsteps\n| log | <id> |\n";
    assertEquals(List.of("T114 10"), codes(text.formatted("tags: x")));
    assertEquals(List.of(), codes(text.formatted("key: id")));
    Plan plan =
        Planner.plan(TestProjects.checked(text.formatted("key: id")), Selection.everything());
    List<String> faults = plan.executables().map(one -> one.fault()).toList();
    assertEquals("“a” has no row with the key “2”, after which this one comes.", faults.get(2));
    assertEquals(List.of("", ""), faults.subList(0, 2));
  }

  @Test
  void casesOfFeaturesAreOutUntilTheyAreFinished() {
    String feature =
        """
        Feature: Firings
          Scenario: not yet
            When I dance
          Scenario: done
            When I glaze
          Scenario Outline: <what>
            When I <what>
            Examples:
              | what  |
              | glaze |
              | sing  |
          Scenario Outline: never <n>
            When I count to <n>
            Examples:
              | n |
              | 1 |
        """;
    Project project =
        TestProjects.of(
            Map.of(
                "a.feature",
                feature,
                "k.elmt",
                "keyword glaze\nphrase: I glaze\nsteps\n| log | x |\n"),
            Map.of());
    Plan plan = Planner.plan(CheckedProject.of(project), Selection.everything());
    assertEquals(
        List.of(CasePlan.NOT_FINISHED, "", "", CasePlan.NOT_FINISHED),
        plan.cases().stream().map(CasePlan::exclusionReason).toList());
    List<String> faults = plan.executables().map(one -> one.fault()).toList();
    assertEquals(3, faults.size());
    assertTrue(faults.get(2).contains("I sing"), faults::toString);
  }

  @Test
  void aDraftThatCouldBeReadyIsNoticed() {
    String text = "case a\ndraft: yes\nsteps\n| log | x |\n";
    assertEquals(List.of("S120 2"), codes(text));
    assertEquals(List.of(), codes(mended(text, "S120", "Say draft: no")));
    assertEquals(List.of("N103 4"), codes("case a\ndraft: yes\nsteps\n| dance | x |\n"));
  }
}
