package elmtable.check;

import static org.junit.jupiter.api.Assertions.assertEquals;

import elmtable.project.TestProjects;
import elmtable.project.entry.DataEntry;
import elmtable.text.Names;
import java.util.List;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("Columns that no case uses")
class UnusedColumnsTest {
  private static final String LOADS =
      """
      data loads
      rows
      | shelves | programme | note |
      | 1       | Raku      | a    |
      """;

  private static List<String> unused(String set, List<String> columns, String... blocks) {
    CheckedProject project = TestProjects.checked(LOADS + "\n" + String.join("\n", blocks));
    DataEntry entry =
        project.project().index().dataSets().stream()
            .filter(each -> Names.same(each.name(), set))
            .findFirst()
            .orElseThrow();
    return project.unusedColumns(entry, columns);
  }

  private static List<String> ofLoads(String... blocks) {
    return unused("loads", List.of("shelves", "programme", "note"), blocks);
  }

  private static String suite(String steps) {
    return "suite S\n\ncase <shelves> shelves\ndata: loads\nsteps\n" + steps;
  }

  @Test
  void areThoseThatNoCaseWithItSays() {
    assertEquals(List.of("programme", "note"), ofLoads(suite("| log | x |\n")));
    assertEquals(List.of("note"), ofLoads(suite("| log | fired: <programme> |\n")));
    assertEquals(List.of("note"), ofLoads(suite("| log | x | ? programme = 'Raku' |\n")));
  }

  @Test
  void areNotUsedByACaseWithOtherRows() {
    String other = "suite T\n\ncase c\ndata\n| note |\n| x |\nsteps\n| log | <note> |\n";
    assertEquals(List.of("note"), ofLoads(suite("| log | <programme> |\n"), other));
  }

  @Test
  void areAllWhereNothingRunsWithIt() {
    assertEquals(List.of("shelves", "programme", "note"), ofLoads());
  }

  @Test
  void areUsedByWhatIsMadeOfTheSet() {
    String combined = "data days\nrows\n| day |\n| Monday |\n\ndata all\ncombine: loads, days\n";
    String uses = "suite S\n\ncase <note>\ndata: all\nsteps\n| log | <programme> |\n";
    assertEquals(List.of("shelves"), ofLoads(combined, uses));
    String narrowed = "data some\ncombine: loads\nwhere: shelves > 2\n";
    assertEquals(List.of("programme", "note"), ofLoads(narrowed));
  }

  @Test
  void areNoneWhereStepsAreRepeatedOverTheSet() {
    assertEquals(List.of(), ofLoads("suite S\n\ncase c\nsteps\n| log | x | * load in loads |\n"));
  }
}
