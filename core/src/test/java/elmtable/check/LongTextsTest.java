package elmtable.check;

import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.project.Project;
import elmtable.project.TestProjects;
import elmtable.text.Diagnostic;
import elmtable.text.Range;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Texts that nobody writes, at every place of a document where one could stand: they are checked
 * like any other, in a time that grows with their length, and nothing overflows.
 */
@DisplayName("Very long texts")
class LongTextsTest {
  private static final int LENGTH = 10_000;

  /** Documents with a place, marked by a tilde, for a text of one line. */
  private static final List<String> PLACES =
      List.of(
          "case a\nsteps\n| log | <~ |\n",
          "case a\nsteps\n| log | ~ |\n",
          "case a\nsteps\n| ~ |\n",
          "case ~\nsteps\n| log | x |\n",
          "case a\n~: x\nsteps\n| log | x |\n",
          "suite s\ntags: ~\nwhere: ~\nkey: ~\n\ncase a\nafter: ~\ndata: ~\nsteps\n| log | x |\n",
          "data d\nlimits of: ~\nwhere: ~\n",
          "data d\nfrom: ~\nsort by: ~\ncolumns: ~\n",
          "data d\ncombine: ~\nsample: ~\n",
          "page P\npath: ~\nelements\n| element | by | locator |\n| ~ | xpath | ~ |\n",
          "browser b\nwindow: ~\naddress: ~\npace: ~\n\nhook before run\nonly: ~\n",
          "plan p\ntags: ~\nsuites: ~\n\nenvironment e\nlike: ~\nvalues\n| name | value |\n| ~ | ~ |\n",
          "keyword k\nphrase: ~\ntakes\n| name | kind | default |\n| a | ~ | ~ |\nsteps\n| log | <a> |\n",
          "fixture f\nneeds: ~\ncheck: ~\nset-up\n| log | x | ? ~ | * m in ~ | => ~ | ! ~ |\n");

  private static final List<String> FEATURES =
      List.of(
          "Feature: ~\n~\n  Scenario: ~\n    Given ~\n      | ~ |\n",
          "~\nFeature: a\n  Scenario: b\n    Given c\n      \"\"\"~\n      ~\n      \"\"\"\n",
          "Feature: a\n  @~\n  Scenario Outline: <n>\n    Given <n>\n    Examples:\n      | n |\n      | ~ |\n",
          "# language: ~\nFeature: a\n");

  @ParameterizedTest
  @ValueSource(
      strings = {
        "(", "<", "[", "{", "'", "\"", "a ", "- ", "a=", "\\", "|", "not ", "if(", "1+", "<[",
        "=> ", "* x in ", "! soft ", "? ", "é", "\uD83D", "a|b|", ", ", "-", "a\\n", "@a ",
        "1 and ", "pick(", "/", "a/b", "#", "a,", "<a>", "<a> ", "9", "x", "'a' + ", "<empty>", ".",
        ":"
      })
  void areCheckedLikeOthers(String unit) {
    String text = unit.repeat(LENGTH / unit.length());
    PLACES.forEach(place -> check("a.elmt", place.replace("~", text)));
    FEATURES.forEach(place -> check("a.feature", place.replace("~", text)));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "case a\n\n",
        "junk\n",
        "| log | x |\n",
        "case a\nsteps\n| log | x |\n\n",
        "data d\n",
        "keyword k\nsteps\n| k |\n\n",
        "suite s\n",
        "tags: a\n",
        "> note\n",
        "# comment\n",
        "steps\n"
      })
  void asManyLinesAreCheckedToo(String unit) {
    check("a.elmt", "case first\nsteps\n" + unit.repeat(LENGTH / unit.length()));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "  Scenario: a\n    Given x\n", "    Given x\n", "      | a |\n", "  @a\n", "    \"\"\"\n",
        "  Rule: r\n", "  Background:\n", "    Examples:\n", "  text\n", "# comment\n"
      })
  void asManyLinesOfAFeatureAreCheckedToo(String unit) {
    check("a.feature", "Feature: a\n  Scenario: s\n" + unit.repeat(LENGTH / unit.length()));
  }

  private static void check(String path, String text) {
    List<String> lines = text.lines().toList();
    Project project = TestProjects.of(Map.of(path, text), Map.of());
    for (Diagnostic problem : CheckedProject.of(project).problems(path)) {
      Range range = problem.range();
      assertTrue(
          range.line() < Math.max(1, lines.size()) && range.start() <= range.end(),
          () -> "The place of " + problem.problem() + " is " + range);
    }
  }
}
