package elmtable.check;

import static org.junit.jupiter.api.Assertions.assertEquals;

import elmtable.project.TestProjects;
import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import elmtable.text.SourceText;
import java.util.List;

/** Checks one document and looks at its problems. */
abstract class AbstractChecksTest {
  static List<String> codes(String text) {
    return TestProjects.checked(text).problems("a.elmt").stream()
        .filter(p -> p.problem() != Problem.NOT_CARRIED_OUT)
        .map(p -> p.problem().code() + " " + (p.range().line() + 1))
        .toList();
  }

  static Diagnostic only(String text, String code) {
    List<Diagnostic> found =
        TestProjects.checked(text).problems("a.elmt").stream()
            .filter(p -> p.problem().code().equals(code))
            .toList();
    assertEquals(1, found.size(), TestProjects.checked(text).problems("a.elmt").toString());
    return found.get(0);
  }

  /** The document after one fix of its only problem of a kind. */
  static String mended(String text, String code, String label) {
    return SourceText.apply(
        text,
        only(text, code).fixes().stream()
            .filter(fix -> fix.label().equals(label))
            .findFirst()
            .orElseThrow()
            .edits());
  }

  static String steps(String... rows) {
    return "case a\nsteps\n" + String.join("\n", rows) + "\n";
  }
}
