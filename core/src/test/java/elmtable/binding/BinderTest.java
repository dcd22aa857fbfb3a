package elmtable.binding;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.language.Section;
import elmtable.language.Step;
import elmtable.project.Project;
import elmtable.project.TestProjects;
import elmtable.project.entry.CaseEntry;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class BinderTest {
  private static final String KEYWORD =
      "keyword ask\ntakes\n| name | kind | default |\n| shelves | number | |\n| programme | text | Bisque |\n"
          + "| note | text | |\n\n";

  private static BoundStep bind(String row) {
    Project project = TestProjects.of(KEYWORD + "case a\nsteps\n" + row + "\n");
    CaseEntry entry = project.index().suites().get(0).cases().get(0);
    Step step = entry.block().steps(Section.STEPS).get(0);
    return new Binder(project.index()).bind(step, BindingContext.of(entry));
  }

  /** {@code name=value} of every argument, defaults in brackets. */
  private static String arguments(BoundStep bound) {
    return bound.arguments().stream()
        .map(a ->
            a.parameter().name()
                + "="
                + (a.cell().isPresent()
                    ? a.template().source()
                    : "[" + a.template().source() + "]"))
        .collect(Collectors.joining(", "));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '!',
      value = {
        "| ask | 2 | Glaze | x | ! shelves=2, programme=Glaze, note=x",
        "| ask | 2 | | x | ! shelves=2, programme=[Bisque], note=x",
        "| ask | note=x | 2 | ! shelves=2, programme=[Bisque], note=x",
        "| ask | Programme = Raku | 2 | x | ! shelves=2, programme=Raku, note=x",
        "| ASK | 2 | <empty> | a\\\\=b | ! shelves=2, programme=<empty>, note=a\\\\=b",
        "| ask | 2 | other=3 | x | ! shelves=2, programme=other=3, note=x",
      })
  void argumentsGoByNameAndTheRestByPosition(String row, String expected) {
    BoundStep bound = bind(row.replace("\\\\", "\\"));
    assertEquals(expected.replace("\\\\", "\\"), arguments(bound));
    assertEquals(List.of(), bound.problems());
  }

  @Test
  void theParameterOfACellIsKnown() {
    BoundStep bound = bind("| ask | note=x | 2 | | ? 1 = 1 |");
    assertEquals(
        List.of("note", "shelves"),
        List.of(
            bound.argumentAt(0).orElseThrow().parameter().name(),
            bound.argumentAt(1).orElseThrow().parameter().name()));
    assertEquals(Optional.empty(), bound.argumentAt(7));
    assertEquals(5, bound.argumentAt(0).orElseThrow().offset());
  }

  @Test
  void aStepThatNothingAnswersToIsUnbound() {
    assertTrue(bind("| aks | 2 |").keyword().isEmpty());
  }
}
