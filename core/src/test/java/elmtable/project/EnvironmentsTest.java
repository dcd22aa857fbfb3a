package elmtable.project;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.formula.EvaluationContext;
import elmtable.formula.FormulaException;
import elmtable.formula.Value;
import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class EnvironmentsTest {
  private static final String TEXT =
      """
      environment local
      values
      | name         | value                | kind   |
      | base address | http://127.0.0.1:1   |        |
      | api          | <base address>/api   |        |
      | key          | <os/KILN_KEY>        | secret |

      environment slow
      like: local
      values
      | name         | value              |
      | base address | http://slow        |
      | patience     | <2 * 30>           |
      """;

  private static Map<String, Value> values(String environment, Map<String, String> system) {
    ProjectIndex index = TestProjects.of(TEXT).index();
    return Environments.values(index, environment, system, EvaluationContext.seeded(1));
  }

  @Test
  void valuesAreWorkedOutInTheirOrder() {
    Map<String, Value> values = values("local", Map.of("KILN_KEY", "k"));
    assertEquals("http://127.0.0.1:1/api", values.get("api").text());
    assertEquals("k", values.get("key").text());
  }

  @Test
  void anEnvironmentStartsFromAnotherAndReplacesWhatItNames() {
    Map<String, Value> values = values("slow", Map.of("KILN_KEY", "k"));
    assertEquals("http://slow/api", values.get("api").text());
    assertEquals("60", values.get("patience").text());
  }

  @Test
  void aVariableThatIsNotSetSaysWhichValueNeedsIt() {
    FormulaException failure =
        assertThrows(FormulaException.class, () -> values("local", Map.of()));
    assertTrue(
        failure.getMessage().contains("The value “key” of the environment local"),
        failure.getMessage());
  }

  @Test
  void aCircleOfEnvironmentsEnds() {
    ProjectIndex index =
        TestProjects.of(
                "environment a\nlike: b\nvalues\n| name | value |\n| x | 1 |\n\nenvironment b\nlike: a\n")
            .index();
    assertEquals(1, Environments.entries(index, "a").size());
  }

  @Test
  void anUnknownEnvironmentToStartFromIsAProblem() {
    List<Diagnostic> problems =
        TestProjects.checked(TEXT.replace("like: local", "like: lokal")).problems("a.elmt");
    assertEquals(
        List.of(Problem.UNKNOWN_ENVIRONMENT), problems.stream().map(Diagnostic::problem).toList());
    assertEquals("Use local", problems.get(0).fixes().get(0).label());
  }
}
