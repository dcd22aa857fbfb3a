package elmtable.check;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.block.Scope;
import elmtable.data.Workbooks;
import elmtable.plan.CaseOrder;
import elmtable.plan.CasePlan;
import elmtable.plan.Plan;
import elmtable.plan.Planner;
import elmtable.plan.Selection;
import elmtable.project.CaseEntry;
import elmtable.project.Project;
import elmtable.project.TestProjects;
import elmtable.text.Diagnostic;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Assertions;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

@DisplayName("What a run could trip over is found before")
class LanguageChecksTest extends AbstractChecksTest {
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

  @ParameterizedTest
  @CsvSource(
      delimiter = '~',
      value = {
        "=>                 ~ S106",
        "?                  ~ S106",
        "*                  ~ S106",
        "!                  ~ S106",
        "=> a, A            ~ S106",
        "=> empty           ~ S106",
        "* no in (1)        ~ S106",
        "* a, a in (1)      ~ S106",
        "* a, b, c in (1)   ~ S106",
        "! soft, soft       ~ S106",
        "! tries 2, tries 3 ~ S106",
        "! every 2s         ~ S106",
        "! tries 2 every x  ~ S106",
        "! tries 2 every 1s ~ ",
        "! off              ~ S107",
        "* a, n in (1)      ~ ",
        "\\?                 ~ ",
      })
  void marksMakeSense(String mark, String code) {
    String keyword = mark.startsWith("=>") ? "| compute | 1 |" : "| log | x |";
    String line = mark.equals("! off") ? " 1" : " 3";
    List<String> wanted = code == null ? List.of() : List.of(code + line);
    String row = mark.startsWith("\\") ? "| log | " + mark + " |" : keyword + " " + mark + " |";
    assertEquals(wanted, codes(steps(row)));
  }

  @ParameterizedTest
  @ValueSource(strings = {"?", "*", "=>", "!"})
  void aSignAloneIsWrittenWithABackslash(String sign) {
    String mended = mended(steps("| log | " + sign + " |"), "S106", "Write \\" + sign);
    assertEquals(List.of(), codes(mended));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '~',
      value = {
        "I <n>                ~ ",
        "I say [<n>           ~ has a bracket that never closes",
        "I say <n>]           ~ has a bracket that never opens",
        "I <n> and <n>        ~ has the place <n> twice",
        "[maybe] [<n>]        ~ has nothing but optional words",
      })
  void phrasesMakeSense(String phrase, String reason) {
    String text =
        "keyword k\nphrase: "
            + phrase
            + "\ntakes\n| name | default |\n| n | 1 |\nsteps\n| log | <n> |\n";
    List<Diagnostic> found =
        TestProjects.checked(text).problems("a.elmt").stream()
            .filter(p -> p.problem().code().equals("T114"))
            .toList();
    assertEquals(reason == null ? 0 : 1, found.size(), found::toString);
    assertTrue(reason == null || found.get(0).message().contains(reason), found::toString);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '~',
      value = {
        "number              ~ three          ~ S119",
        "number              ~ 3              ~ ",
        "date                ~ soon           ~ S119",
        "choice A, B         ~ C              ~ S119",
        "yes/no              ~ perhaps        ~ S119",
        "text                ~ <later>        ~ F103",
        "text                ~ <first> <env/town> <run/id> ~ ",
        "text                ~ <town>         ~ F103",
        "text                ~ <env/village>  ~ F103",
      })
  void defaultsFitTheirParameters(String kind, String value, String code) {
    String text =
        "keyword k\ntakes\n| name | kind | default |\n| first | | |\n| mid | "
            + kind
            + " | "
            + value
            + " |\n| later | | x |\nsteps\n| log | <first> <mid> <later> |\n\n"
            + "environment e\nvalues\n| name | value |\n| town | Faro |\n";
    List<String> wanted = code == null ? List.of("U101 1") : List.of("U101 1", code + " 5");
    assertEquals(wanted, codes(text));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '~',
      value = {
        "<host>/x     ~ ",
        "<env/host>/x ~ ",
        "<os/HOME>    ~ ",
        "<hots>/x     ~ F103",
        "<root>       ~ N128",
      })
  void valuesOfAnEnvironmentUseOneAnother(String value, String code) {
    String text =
        "environment e\nlike: base\nvalues\n| name | value |\n| root | "
            + value
            + " |\n\nenvironment base\nvalues\n| name | value |\n| host | kiln.test |\n";
    assertEquals(code == null ? List.of() : List.of(code + " 5"), codes(text));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '~',
      value = {
        "data~| a<b | c |",
        "data~| a\\|b | c |",
        "data~| a | c>d |",
      })
  void columnsHaveNamesThatCanBeSaid(String section, String head) {
    String text = "case a\n" + section + "\n" + head + "\n| 1 | 2 |\nsteps\n| log | x |\n";
    assertTrue(codes(text).contains("T111 3"), codes(text)::toString);
  }

  @Test
  void parametersAndElementsHaveNames() {
    assertTrue(
        codes("keyword k\ntakes\n| name | kind |\n| | text |\n| a[b | |\nsteps\n| log | x |\n")
            .containsAll(List.of("T111 4", "T111 5")));
    assertTrue(
        codes(
                "page p\nelements\n| element | by | locator |\n| | id | x |\n| Row of <m> | id | <m> |\n")
            .contains("T111 4"));
    assertTrue(
        codes("page p\nelements\n| element | by | locator |\n| Row of <m> | id | <m> |\n").stream()
            .noneMatch(code -> code.startsWith("T")));
  }

  @Test
  void trueAndFalseAreNoticedWhereverTheyStand() {
    for (String formula : List.of("x = true", "x = 'True'", "false", "not FALSE")) {
      String text = steps("| compute | 1 | => x |", "| log | <x> | ? " + formula + " |");
      assertEquals(List.of("S115 4"), codes(text), formula);
    }
    String mended =
        mended(steps("| compute | 1 | => x |", "| log | y | ? x = true |"), "S115", "Write yes");
    assertTrue(mended.contains("? x = yes"), mended);
    assertEquals(
        List.of(), codes(steps("| log | true | |", "| log | <replace('a', 'true', '')> |")));
  }

  @Test
  void whatASwitchedOffStepKeepsIsNotThere() {
    String text =
        steps("| compute | 1 | => x | ! off |", "| log | <x> |", "| no keyword | ! off |");
    assertEquals(List.of("F103 4"), codes(text));
    assertTrue(only(text, "F103").message().contains("switched off"));
    assertEquals(List.of("S107 1"), codes(steps("| no keyword | ! off |")));
  }

  @Test
  void lookedUpRowsAreThere() {
    String members = "\ndata members\nkey: id\nrows\n| id | name |\n| j | Juno |\n";
    Map<String, String> wanted =
        Map.of(
            "<lookup('members', 'j', 'name')>", "",
            "<lookup('members', 'x', 'name')>", "S121 3",
            "<lookup('members', 'j', 'age')>", "S121 3",
            "<record('member', 'j')>", "N107 3");
    wanted.forEach((cell, code) ->
        assertEquals(
            code.isEmpty() ? List.of() : List.of(code),
            codes(steps("| log | " + cell + " |") + members).stream()
                .filter(each -> !each.startsWith("U"))
                .toList(),
            cell));
  }

  @Test
  void badCellsOfTypedRowsAreToldAtTheCell() {
    String text =
        "data d\nkinds: n number\nrows\n| m | n |\n| 1 | 2 |\n| 1 | two |\n\n"
            + steps("| log | x | * r in d |");
    Diagnostic bad = only(text, "D114");
    assertEquals(5, bad.range().line());
    assertEquals("| 1 | two |".indexOf("two"), bad.range().start());
    Project project = TestProjects.of(text.replace("steps\n", "data: d\nsteps\n"));
    Plan plan = Planner.plan(CheckedProject.of(project), Selection.everything());
    List<String> faults = plan.executables().map(one -> one.fault()).toList();
    assertTrue(
        faults.get(1).startsWith("a.elmt, line 1: Row 2, column n: “two”"), faults::toString);
    assertEquals("", faults.get(0));
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

  @Test
  void aLongChainOfKeywordsOrADeepFormulaIsWalked() {
    StringBuilder text = new StringBuilder();
    for (int i = 0; i < 20_000; i++) {
      text.append("keyword k").append(i).append("\nsteps\n| k").append(i + 1).append(" |\n\n");
    }
    text.append("keyword k20000\nsteps\n| k1 |\n\ncase a\nsteps\n| k0 |\n");
    text.append("| log | x | ? 1").append(" + 1".repeat(900)).append(" = 901 |\n");
    CheckedProject checked = TestProjects.checked(text.toString());
    List<Diagnostic> circles =
        checked.problems("a.elmt").stream()
            .filter(problem -> problem.problem().code().equals("N109"))
            .toList();
    assertEquals(1, circles.size());
    Plan plan = Planner.plan(checked, Selection.everything());
    assertTrue(
        plan.executables().findFirst().orElseThrow().fault().contains("may not call itself"));
  }

  @Test
  void aSetThatCannotBeReadLeavesTheOthersAlone() {
    byte[] damaged =
        Workbooks.with(Workbooks.xlsx(book -> book.createSheet("x")), "xl/workbook.xml", t -> null);
    assertTrue(damaged.length > 0);
    String endless =
        "data endless\ndatabase: jdbc:sqlite::memory:\nquery: with recursive n(i) as (select 1 union all"
            + " select i + 1 from n) select i from n\nsort by: i\n\n"
            + "case a\ndata: endless\nsteps\n| log | <i> |\n";
    Assertions.assertTimeout(
        Duration.ofSeconds(30), () -> assertEquals(List.of("D113 1"), codes(endless)));
  }
}
