package elmtable.server.view;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;

import elmtable.data.source.ProjectFiles;
import elmtable.keyword.builtin.BuiltInKeywords;
import elmtable.project.Project;
import elmtable.project.entry.CaseEntry;
import elmtable.server.message.SheetMessages.RowLensStep;
import elmtable.server.message.SheetMessages.RowLensView;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** What a case says in one row of its data. */
class RowLensViewsTest {
  private static final Project PROJECT =
      Project.of(
          Map.of(
              "a.elmt",
              """
              environment local
              values
              | name     | value   | kind   |
              | studio   | Kilns   |        |
              | password | celadon | secret |

              suite s

              case <shelves> of <programme>
              data
              | shelves | programme |
              | 2       | Raku      |
              | 3       | Bisque    |
              steps
              | log     | <shelves> of <programme> at <studio>  |             |
              | log     | <password>                            |             |
              | compute | shelves * 2                           | => twice    |
              | log     | <twice>                               | ? shelves > 2 |
              | log     | plain                                 | ? twice > 2 |

              case alone
              steps
              | log | x |
              """),
          ProjectFiles.NONE,
          BuiltInKeywords.registry());

  private static RowLensView row(int caseNumber, long row) {
    CaseEntry entry = PROJECT.index().suites().get(0).cases().get(caseNumber);
    return new RowLensViews(PROJECT, "local").of(entry, row);
  }

  @Test
  void valuesStandWhereTheirNamesAre() {
    RowLensView second = row(0, 2);
    assertEquals("3 of Bisque", second.name());
    assertEquals(2, second.count());
    assertEquals(List.of("3", "Bisque"), second.values());
    RowLensStep first = second.steps().get(0);
    assertEquals(15, first.line());
    assertEquals(Map.of(1, "3 of Bisque at Kilns"), first.values());
  }

  @Test
  void secretsAndWhatOnlyARunKnowsAreNotShown() {
    List<RowLensStep> steps = row(0, 1).steps();
    assertEquals(Map.of(1, "•••"), steps.get(1).values());
    assertEquals(Map.of(), steps.get(3).values());
    assertNull(steps.get(4).condition());
  }

  @Test
  void conditionsAreWorkedOut() {
    assertEquals(false, row(0, 1).steps().get(3).condition());
    assertEquals(true, row(0, 2).steps().get(3).condition());
    assertNull(row(0, 1).steps().get(0).condition());
  }

  @Test
  void aRowThatIsNotThereIsTheNearestOne() {
    assertEquals(2, row(0, 99).row());
    assertEquals("Its data has no rows.", row(1, 1).fault());
  }
}
