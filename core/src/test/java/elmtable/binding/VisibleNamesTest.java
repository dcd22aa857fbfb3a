package elmtable.binding;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.check.CheckedProject;
import elmtable.formula.Formula;
import elmtable.formula.Template;
import elmtable.language.Section;
import elmtable.language.Step;
import elmtable.project.Project;
import elmtable.project.TestProjects;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class VisibleNamesTest {
  private static final Project PROJECT =
      TestProjects.of(
          """
          suite S
          fixtures: signed-in keeper
          values
          | name  | value |
          | greet | hello |
          | peak  | 1     |

          case a
          data
          | shelves | peak |
          | 1       | 2    |
          steps
          | read text | F | => seen |
          | log | <m> | * m in (1, 2) |

          fixture signed-in keeper
          gives
          | name   |
          | member |

          environment local
          values
          | name     | value |
          | currency | €     |
          | greet    | hi    |

          page P
          elements
          | element | by | locator |
          | F       | id | f       |
          """);

  private static VisibleNames visible() {
    return VisibleNames.of(PROJECT.index().suites().get(0).cases().get(0), PROJECT);
  }

  private static Optional<Origin> origin(VisibleNames visible, String reference) {
    return visible.origin(
        (Formula.Reference) Template.ofFormula(reference).singleReference().orElseThrow());
  }

  @ParameterizedTest
  @CsvSource({
    "shelves, COLUMN",
    "row/shelves, COLUMN",
    "peak, COLUMN",
    "greet, SUITE",
    "currency, ENVIRONMENT",
    "env/greet, ENVIRONMENT",
    "member, FIXTURE",
    "fixture/member, FIXTURE",
    "fixture/signed-in keeper/member, FIXTURE",
    "run/id, RUN",
    "shared/anything, PUBLISHED",
    "os/HOME, ENVIRONMENT",
  })
  void theInnermostPlaceThatHasANameGivesIt(String reference, Origin expected) {
    assertEquals(Optional.of(expected), origin(visible(), reference));
  }

  @ParameterizedTest
  @CsvSource({
    "row/greet",
    "env/shelves",
    "fixture/other",
    "run/nothing",
    "shelves/x",
    "fixture/other/member",
    "nothing"
  })
  void aPlaceHasOnlyItsOwn(String reference) {
    assertTrue(origin(visible(), reference).isEmpty());
  }

  @Test
  void stepsAddWhatTheyKeepAndItemsAreTheirStepsOwn() {
    VisibleNames visible = visible();
    List<Step> steps = PROJECT.index().suites().get(0).cases().get(0).block().steps(Section.STEPS);
    assertTrue(origin(visible, "seen").isEmpty());
    visible.enter(steps.get(0));
    visible.leave(steps.get(0), List.of());
    assertEquals(Optional.of(Origin.KEPT), origin(visible, "seen"));
    visible.enter(steps.get(1));
    assertEquals(Optional.of(Origin.KEPT), origin(visible, "m/column"));
    visible.leave(steps.get(1), List.of());
    assertTrue(origin(visible, "m").isEmpty());
    assertEquals("seen", visible.names().get(0).name(), "the innermost name comes first");
  }

  @Test
  void aDataSetThatCannotBeReadMakesNoProblemsOfItsColumns() {
    Project broken =
        TestProjects.of(
            Map.of(
                "a.elmt", "case a\ndata: d\nsteps\n| log | <column> |\n\ndata d\nfrom: none.csv\n"),
            Map.of());
    assertEquals(
        1,
        CheckedProject.of(broken).problems("a.elmt").size(),
        "only the missing file is reported");
    assertFalse(
        broken
            .dataOf(broken.index().suites().get(0).cases().get(0))
            .parts()
            .get(0)
            .source()
            .isPresent());
  }
}
