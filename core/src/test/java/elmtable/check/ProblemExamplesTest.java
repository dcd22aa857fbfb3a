package elmtable.check;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.check.ProblemExamples.Example;
import elmtable.project.Project;
import elmtable.project.TestProjects;
import elmtable.text.Diagnostic;
import elmtable.text.Edit;
import elmtable.text.Fix;
import elmtable.text.Problem;
import elmtable.text.Severity;
import elmtable.text.SourceText;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

@DisplayName("Every problem of the catalogue")
class ProblemExamplesTest {
  static Stream<Example> examples() {
    return ProblemExamples.all().stream();
  }

  @Test
  void hasAnExample() {
    assertEquals(
        Arrays.stream(Problem.values()).map(Problem::code).toList(),
        examples().map(Example::code).toList());
  }

  /** An example shows its problem, and no error of another kind beside it. */
  @ParameterizedTest
  @MethodSource("examples")
  void isFoundInItsExample(Example example) {
    List<Diagnostic> problems = CheckedProject.of(example.project()).problems(example.path());
    assertTrue(
        problems.stream().anyMatch(problem -> problem.problem().code().equals(example.code())),
        problems::toString);
    List<String> otherErrors =
        problems.stream()
            .filter(problem -> problem.severity() == Severity.ERROR)
            .map(problem -> problem.problem().code())
            .filter(code -> !code.equals(example.code()))
            .filter(code -> !code.equals(Problem.NOT_CARRIED_OUT.code()))
            .toList();
    assertEquals(List.of(), otherErrors, problems::toString);
  }

  /** Where a problem has its place: inside the text, with a message that is a sentence. */
  @ParameterizedTest
  @MethodSource("examples")
  void hasAPlaceAndASentence(Example example) {
    List<String> lines = example.text().lines().toList();
    for (Diagnostic problem : CheckedProject.of(example.project()).problems(example.path())) {
      String line = lines.get(problem.range().line());
      assertTrue(problem.range().start() <= line.length(), problem::toString);
      assertTrue(problem.range().end() <= line.length(), problem::toString);
      assertTrue(problem.range().start() <= problem.range().end(), problem::toString);
      // A sentence, or the place in another file before it.
      assertTrue(
          problem.message().matches("(?s)([\\p{Lu}\\d“<]|[^ ]+\\.\\w+, ).*[.!?:”]"),
          problem::toString);
    }
  }

  /**
   * A fix mends its problem and makes no new error. But a keyword that is made for a step is a
   * draft until somebody writes its steps, and what is not carried out yet stays an error.
   */
  @ParameterizedTest
  @MethodSource("examples")
  void isMendedByEachOfItsFixes(Example example) {
    Project before = example.project();
    Map<String, Long> errors = errors(before);
    for (Diagnostic problem : CheckedProject.of(before).problems(example.path())) {
      for (Fix fix : problem.fixes()) {
        Project after = TestProjects.of(mended(example, fix), example.files());
        long left =
            CheckedProject.of(after).problems(example.path()).stream()
                .filter(one -> one.problem() == problem.problem())
                .count();
        long had =
            CheckedProject.of(before).problems(example.path()).stream()
                .filter(one -> one.problem() == problem.problem())
                .count();
        assertTrue(left < had, () -> fix + " leaves " + CheckedProject.of(after).problems());
        errors(after)
            .forEach((code, count) ->
                assertFalse(
                    !List.of("N110", "V101").contains(code)
                        && count > errors.getOrDefault(code, 0L),
                    () -> fix + " makes " + code + ": " + CheckedProject.of(after).problems()));
      }
    }
  }

  private static Map<String, String> mended(Example example, Fix fix) {
    Map<String, String> documents = new LinkedHashMap<>(example.documents());
    Map<String, List<Edit>> byPath =
        fix.edits().stream()
            .collect(
                Collectors.groupingBy(
                    edit -> edit.document().isEmpty() ? example.path() : edit.document()));
    byPath.forEach((path, edits) ->
        documents.put(path, SourceText.apply(documents.getOrDefault(path, ""), edits)));
    return documents;
  }

  private static Map<String, Long> errors(Project project) {
    return CheckedProject.of(project).problems().values().stream()
        .flatMap(List::stream)
        .filter(problem -> problem.severity() == Severity.ERROR)
        .collect(Collectors.groupingBy(one -> one.problem().code(), Collectors.counting()));
  }
}
