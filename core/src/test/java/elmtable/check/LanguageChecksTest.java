package elmtable.check;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.data.Workbooks;
import elmtable.plan.Plan;
import elmtable.plan.Planner;
import elmtable.plan.Selection;
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

@DisplayName("What a step, value or name could trip over is found before the run")
class LanguageChecksTest extends AbstractChecksTest {
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
