package elmtable.data;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.check.CheckedProject;
import elmtable.data.shaping.Stage;
import elmtable.data.source.DataSource;
import elmtable.data.source.Rows;
import elmtable.project.TestProjects;
import elmtable.text.Diagnostic;
import elmtable.text.Severity;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ShapingTest {
  private static final String HIVES = "data d\nfrom: hives.csv\n%s\n";
  private static final String FILE =
      "hive,weight,born\n7,31.5,2026-03-09\n12,9,2026-03-01\n3,,2026-02-11\n12,9,2026-03-01\n9,120,\n";

  private static List<String> shaped(String properties) {
    return new Sets(HIVES.formatted(properties)).file("hives.csv", FILE).rows();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '!',
      value = {
        "where: weight > 10                   ! 7|31.5|2026-03-09 ~ 9|120|",
        "where: born = empty or hive in (3)   ! 3||2026-02-11 ~ 9|120|",
        "sort by: weight descending, hive     ! 9|120| ~ 7|31.5|2026-03-09 ~ 12|9|2026-03-01 ~ 12|9|2026-03-01 ~ 3||2026-02-11",
        "sort by: born                        ! 3||2026-02-11 ~ 12|9|2026-03-01 ~ 12|9|2026-03-01 ~ 7|31.5|2026-03-09 ~ 9|120|",
        "distinct: yes                        ! 7|31.5|2026-03-09 ~ 12|9|2026-03-01 ~ 3||2026-02-11 ~ 9|120|",
        "first: 2                             ! 7|31.5|2026-03-09 ~ 12|9|2026-03-01",
        "columns: hive, weight as kg          ! 7|31.5 ~ 12|9 ~ 3| ~ 12|9 ~ 9|120",
      })
  void eachPropertyShapes(String property, String rows) {
    assertEquals(List.of(rows.strip().split(" ~ ")), shaped(property.strip()));
  }

  @Test
  void theOrderIsThatOfTheLanguageWhateverTheOrderWritten() {
    assertEquals(
        List.of("9|120", "7|31.5"),
        shaped(
            "columns: hive, weight as kg\nfirst: 2\nwhere: hive < 12\nsort by: weight descending"));
    List<Stage> stages =
        new Sets(
                HIVES.formatted(
                    "columns: hive\nfirst: 2\nwhere: hive < 12\nkinds: hive number\ndistinct: yes\nkey: hive"))
            .file("hives.csv", FILE)
            .reading("d")
            .stages();
    assertEquals(
        List.of("from 5", "kinds 5", "where 3", "distinct 3", "first 2", "key 2", "columns 2"),
        stages.stream().map(stage -> stage.name() + " " + stage.count()).toList());
  }

  @Test
  void aSampleIsTheSameForOneSeedAndKeepsTheOrder() {
    StringBuilder many = new StringBuilder("n\n");
    for (int i = 1; i <= 1_000; i++) {
      many.append(i).append('\n');
    }
    Sets sets =
        new Sets(
                "data d\nfrom: n.csv\nsample: 10 seed 7\n\ndata e\nfrom: n.csv\nsample: 10 seed 8\n")
            .file("n.csv", many.toString());
    List<String> once = sets.rows("d");
    assertEquals(once, sets.rows("d"));
    assertEquals(11, once.size());
    assertTrue(!once.equals(sets.rows("e")), "another seed, other rows");
    List<Integer> numbers = once.stream().skip(1).map(Integer::valueOf).toList();
    assertEquals(numbers.stream().sorted().toList(), numbers);
  }

  @Test
  void kindsAndKeysFaultTheirRowsOnly() {
    List<String> rows = shaped("kinds: weight number, born date\nkey: hive");
    assertEquals(5, rows.size());
    assertEquals("!Rows 2 and 4 have one key, “12”.", rows.get(3));
    List<String> other =
        new Sets("data d\nkinds: n number\nrows\n| n |\n| 1 |\n| one |\n| <x> |\n").rows();
    assertEquals("!Row 2, column n: “one” does not fit; a number is needed.", other.get(1));
  }

  @Test
  void aDroppedKeyStillIdentifies() {
    DataSource source =
        new Sets(HIVES.formatted("first: 2\nkey: hive\ncolumns: weight"))
            .file("hives.csv", FILE)
            .source("d");
    try (Rows rows = source.open()) {
      assertEquals("7", rows.next().key());
    }
  }

  @Test
  void theLastOfAllChangesFastest() {
    String sets =
        "data A\nrows\n| a |\n| 1 |\n| 2 |\n\ndata B\nrows\n| b |\n| x |\n| y |\n| z |\n\n"
            + "data d\ncombine: all of A, B\n";
    assertEquals(List.of("1|x", "1|y", "1|z", "2|x", "2|y", "2|z"), new Sets(sets).rows());
    assertEquals(6, new Sets(sets).source("d").size().orElseThrow());
  }

  @Test
  void setsSideBySideAreEquallyLong() {
    String sets =
        "data A\nrows\n| a |\n| 1 |\n| 2 |\n\ndata B\nrows\n| b |\n| x |\n| y |\n\n"
            + "data C\nrows\n| c |\n| x |\n\ndata d\ncombine: side by side A, B\n\n"
            + "data e\ncombine: side by side A, C\n";
    assertEquals(List.of("1|x", "2|y"), new Sets(sets).rows());
    assertEquals(
        "“C” has only 1 rows and “A” more; side by side they must be equally long.",
        DataSummary.of(new Sets(sets).source("e")).broken());
  }

  @Test
  void oneAfterAnotherHasTheColumnsOfAllAndPlainCellsStayPlain() {
    Sets sets =
        new Sets(
                "data A\nfrom: a.csv\n\ndata B\nrows\n| c | b |\n| <x> | 2 |\n\n"
                    + "data d\ncombine: one after another A, B\n")
            .file("a.csv", "a,b\n<x>,1\n");
    assertEquals(List.of("a|b|c", "\\<x>|1|", "|2|<x>"), sets.rows("d"));
    assertEquals("<x>", sets.source("d").literal("\\<x>").text());
    assertEquals(
        List.of(
            "These sets have different columns; a column that a set lacks is empty in its rows."),
        sets.messages("d"));
  }

  @Test
  void aColumnInTwoSetsAndACircleAreErrors() {
    String sets =
        "data A\nrows\n| a |\n| 1 |\n\ndata B\nrows\n| A |\n| 1 |\n\ndata d\ncombine: all of A, B\n\n"
            + "data e\ncombine: all of f, A\n\ndata f\ncombine: pairs of e, B\n";
    assertEquals(
        List.of(
            "A second column has the name “A”; rename one in its own set, with “columns: A as …”."),
        new Sets(sets).messages("d"));
    assertEquals(
        List.of("“f” cannot be used: A data set may not be made of itself: e → f → e."),
        new Sets(sets).messages("e"));
  }

  @Test
  void aSetThatIsNotThereIsNamed() {
    assertEquals(
        List.of("Data set “B” not found."),
        new Sets("data A\nrows\n| a |\n| 1 |\n\ndata d\ncombine: all of A, B\n").messages("d"));
  }

  @Test
  void pairsOfRowsAreAllThere() {
    StringBuilder text = new StringBuilder();
    for (String name : List.of("A", "B", "C")) {
      text.append("data ").append(name).append("\nrows\n| ").append(name).append(" |\n");
      for (int i = 0; i < 4; i++) {
        text.append("| ").append(name).append(i).append(" |\n");
      }
      text.append('\n');
    }
    Sets sets = new Sets(text + "data d\ncombine: pairs of A, B, C\n");
    List<String> rows = sets.rows();
    assertEquals(16, rows.size());
    HashSet<String> pairs = new HashSet<>();
    for (String row : rows) {
      String[] cells = row.split("\\|");
      pairs.addAll(List.of(cells[0] + cells[1], cells[0] + cells[2], cells[1] + cells[2]));
    }
    assertEquals(48, pairs.size());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '!',
      value = {
        "shelves number 1 to 6             ! 0|no ~ 1|yes ~ 2|yes ~ 5|yes ~ 6|yes ~ 7|no",
        "shelves number 1 to 2             ! 0|no ~ 1|yes ~ 2|yes ~ 3|no",
        "price number 0.50 to 2            ! 0.49|no ~ 0.50|yes ~ 0.51|yes ~ 1.99|yes ~ 2.00|yes ~ 2.01|no",
        "depth number -1 to 1              ! -2|no ~ -1|yes ~ 0|yes ~ 1|yes ~ 2|no",
        "name text 0 to 2                  ! |yes ~ a|yes ~ ab|yes ~ abc|no",
        "day date 2026-02-28 to 2026-03-02 ! 2026-02-27|no ~ 2026-02-28|yes ~ 2026-03-01|yes ~ 2026-03-02|yes ~ 2026-03-03|no",
      })
  void limitsStandAtAndBesideWhatIsAllowed(String line, String rows) {
    assertEquals(
        List.of(rows.strip().split(" ~ ")),
        new Sets("data d\nlimits of: " + line + "\n")
            .rows().stream().map(row -> row.substring(0, row.lastIndexOf('|'))).toList());
  }

  @Test
  void theLengthsOfATextAtItsLimits() {
    List<String> rows = new Sets("data d\nlimits of: name text 3 to 20\n").rows();
    assertEquals(
        List.of(2, 3, 4, 19, 20, 21),
        rows.stream().map(row -> row.substring(0, row.indexOf('|')).length()).toList());
  }

  @Test
  void severalLimitsVaryOneAtATimeRoundTheirMiddles() {
    Sets sets = new Sets("data d\nlimits of: a number 1 to 4\nlimits of: b number 10 to 11\n");
    assertEquals(
        List.of(
            "a|b|inside|limit",
            "2|10|yes|",
            "0|10|no|a below",
            "1|10|yes|a lowest",
            "3|10|yes|",
            "4|10|yes|a highest",
            "5|10|no|a above",
            "2|9|no|b below",
            "2|11|yes|b highest",
            "2|12|no|b above"),
        sets.rows("d"));
  }

  /** Compared two by two, 2 is less than 10, 10 less than 1a, and 1a less than 2. */
  @Test
  void aColumnOfNumbersDaysAndTextsHasOneOrder() {
    List<String> cells = new ArrayList<>();
    for (int i = 0; i < 40; i++) {
      cells.addAll(List.of("1a" + i, "2" + i, "10" + i, "2026-03-" + (10 + i % 20)));
    }
    List<String> sorted =
        new Sets("data d\nfrom: d.csv\nsort by: x\n")
            .file("d.csv", "x\n" + String.join("\n", cells) + "\n")
            .rows();
    assertEquals(160, sorted.size());
    assertEquals(List.of("20", "21", "22"), sorted.subList(0, 3));
    assertEquals("2026-03-10", sorted.get(80));
    assertEquals("1a0", sorted.get(120));
  }

  @Test
  void moreRowsThanCanBeCountedAreAProblemAndNoFailure() {
    StringBuilder text = new StringBuilder();
    List<String> names = new ArrayList<>();
    for (int set = 0; set < 25; set++) {
      names.add("set " + set);
      text.append("data set ").append(set).append("\nrows\n| column ").append(set).append(" |\n");
      text.append("| x |\n".repeat(10)).append('\n');
    }
    text.append("data d\ncombine: all of ").append(String.join(", ", names)).append('\n');
    assertEquals(
        List.of(
            "All of these sets together give 10,000,000,000,000,000,000,000,000 rows, and at most"
                + " 1,000,000,000,000,000 can be counted; take fewer rows of each with first or"
                + " sample, or combine them as pairs."),
        CheckedProject.of(TestProjects.of(text.toString())).problems("a.elmt").stream()
            .filter(problem -> problem.severity() == Severity.ERROR)
            .map(Diagnostic::message)
            .toList());
  }
}
