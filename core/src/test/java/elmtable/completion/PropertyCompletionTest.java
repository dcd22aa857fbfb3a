package elmtable.completion;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.completion.Completion.Offer;
import elmtable.project.Project;
import elmtable.project.TestProjects;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PropertyCompletionTest {
  private static final Map<String, String> DOCUMENTS =
      Map.of(
          "a.elmt",
          """
          suite Firings
          tags: booking

          case one
          tags: smoke, slow
          fixtures: signed in as Juno
          data: members
          steps
          | log | x |

          case two
          steps
          | log | x |
          """,
          "b.elmt",
          """
          suite Members

          case join
          steps
          | log | x |
          """,
          "use.elmt",
          """
          keyword greet
          group: front desk
          takes
          | name | kind                | default |
          | how  | choice warm, formal |         |
          steps
          | log | x |

          page Bookings
          elements
          | element | by  | locator | in |
          | Frame   | css | iframe  |    |
          | Send    |     |         |    |
          """,
          "rest.elmt",
          """
          fixture signed in as <member>
          > A member at the desk.

          fixture clean shelf

          environment local

          environment hall
          like: local

          browser wide

          plan night

          hook before case

          data members
          rows
          | member | born |
          | Juno   | 1990 |

          data pairs
          from: firings.csv
          """);
  private static final Project PROJECT =
      TestProjects.of(DOCUMENTS, Map.of("firings.csv", "kiln\nold\n", "kiln.png", ""));

  /** The block is the one whose header begins so. */
  private static Completion.Result result(String header, String word, String text) {
    for (Map.Entry<String, String> document : DOCUMENTS.entrySet()) {
      int line = document.getValue().lines().toList().indexOf(header);
      if (line >= 0) {
        return Completion.ofProperty(PROJECT, document.getKey(), line, word, text);
      }
    }
    throw new AssertionError("no block " + header);
  }

  private static List<String> inserts(Completion.Result result) {
    return result.suggestions().stream().map(Suggestion::insert).toList();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '`',
      value = {
        "case two         | tags         | sm               | smoke",
        "case two         | tags         | smoke, s         | smoke, slow",
        "case one         | tags         | slow             | ``",
        "case two         | fixtures     | clean            | clean shelf",
        "case two         | fixtures     | clean shelf, sig | clean shelf, signed in as Juno; clean shelf, signed in as <member>",
        "case two         | fixtures     | no               | none; signed in as Juno",
        "case two         | data         | me               | members",
        "case two         | pages        | bo               | Bookings",
        "case two         | after        | on               | one",
        "case two         | after        | one, jo          | one, Members/join",
        "case two         | run          | n                | no",
        "case two         | isolation    | w                | worker; rows",
        "case two         | keep session | ``               | no",
        "case one         | key          | b                | born; member",
        "case one         | where        | member = 'x' and bo | member = 'x' and born",
        "keyword greet    | group        | f                | front desk",
        "fixture clean shelf | needs     | as <               | signed in as <member>",
        "fixture clean shelf | scope     | su               | suite",
        "fixture clean shelf | check     | gre              | greet",
        "environment hall | like         | ``               | local",
        "browser wide     | kind         | f                | firefox",
        "browser wide     | time zone    | lisb             | Europe/Lisbon",
        "plan night       | suites       | mem              | Members",
        "plan night       | browsers     | ``               | wide",
        "plan night       | environments | hall, l          | hall, local",
        "plan night       | tags         | smoke and not sl | smoke and not slow",
        "plan night       | every        | on               | `on change of `",
        "plan night       | every        | on change of fi  | on change of firings.csv",
        "hook before case | only         | not (sm          | not (smoke",
        "data pairs       | from         | ``               | firings.csv",
        "data pairs       | key          | ``               | kiln",
        "data pairs       | combine      | pa               | `pairs of `",
        "data pairs       | combine      | pairs of me      | pairs of members",
        "data members     | sort by      | born, m          | born, member",
      })
  void aPropertyIsFinished(String header, String word, String typed, String expected) {
    List<String> all = expected.isEmpty() ? List.of() : List.of(expected.split("; "));
    assertEquals(all, inserts(result(header, word, typed)));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '`',
      value = {
        "sm | smoke",
        "fi | Firings-only; fixture(",
        "dr | draft",
        "fixture(signed | fixture(signed-in-as-<member>); fixture(signed-in-as-Juno); fixture(signed-in-as-Juno_Farrow)",
        "fixture(signed-in-as-Juno-F | fixture(signed-in-as-Juno_Farrow)",
        "data(pa | data(pairs)",
        "browser( | browser(wide)",
        "key(b | key(born); key(member)",
      })
  void aTagOfAFeatureIsFinished(String typed, String expected) {
    String feature =
        """
        Feature: Kilns
          @smoke @Firings-only @fixture(signed-in-as-Juno_Farrow)
          @data(members)
          Scenario: one
            Given x
        """;
    Project project = PROJECT.with("k.feature", feature);
    assertEquals(
        List.of(expected.split("; ")),
        inserts(Completion.ofTag(project, "k.feature", 3, typed)).stream().sorted().toList());
  }

  @Test
  void whatStandsInTheListIsNotOfferedAgain() {
    assertEquals(
        List.of("smoke, booking", "smoke, slow"), inserts(result("case two", "tags", "smoke, ")));
  }

  @Test
  void aNoteIsShownAndWhatABlockDoesNotHaveIsNot() {
    Completion.Result fixtures = result("case one", "Fixtures", "signed");
    assertEquals(Offer.NAME, fixtures.offer());
    assertEquals("A member at the desk.", fixtures.suggestions().get(0).note());
    assertEquals(Offer.NOTHING, result("browser wide", "fixtures", "").offer());
    assertTrue(inserts(result("case one", "timeout", "")).isEmpty());
  }

  @ParameterizedTest
  @CsvSource({
    "| how  | choice warm, 1, num, number",
    "| how  | choice warm, 2, f, formal",
    "| Send, 1, la, label",
    "| Send, 3, '', Frame",
  })
  void aColumnWithItsOwnWordsIsFinished(String row, int cell, String typed, String expected) {
    List<String> lines = DOCUMENTS.get("use.elmt").lines().toList();
    for (int line = 0; line < lines.size(); line++) {
      if (lines.get(line).startsWith(row)) {
        assertEquals(
            List.of(expected), inserts(Completion.at(PROJECT, "use.elmt", line, cell, typed)));
      }
    }
    int names = lines.indexOf("| element | by  | locator | in |");
    assertEquals(Offer.NOTHING, Completion.at(PROJECT, "use.elmt", names, 1, "").offer());
  }
}
