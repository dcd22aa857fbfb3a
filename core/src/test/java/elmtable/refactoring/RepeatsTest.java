package elmtable.refactoring;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.project.Project;
import elmtable.project.TestProjects;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("Steps that stand in several places")
class RepeatsTest extends AbstractRefactoringsTest {
  @Test
  void theLongestRunIsFoundWithAllItsPlaces() {
    int first = line(SUITE, "| open    | Bookings |       |");
    int second = line(SUITE, "| open    | Bookings  |        |");
    List<Repeats.Repeat> repeats = Repeats.of(checked());
    assertEquals(
        List.of(
            new Repeats.Repeat(
                3,
                List.of(
                    new Extraction.Place("s.elmt", first),
                    new Extraction.Place("s.elmt", second)))),
        repeats);
    assertEquals(1, repeats.get(0).saved(), "six steps become a keyword of three and two calls");
  }

  @Test
  void whatSavesMostComesFirstAndNothingIsSaidTwice() {
    String cases =
        """
        case a
        steps
        | open   | Kilns |
        | press  | Send  |
        | reload |       |

        case b
        steps
        | open   | Mixer |
        | press  | Send  |
        | reload |       |
        | log    | one   |
        | log    | two   |

        case c
        steps
        | log    | one   |
        | log    | two   |
        | open   | Chart |
        | press  | Scale |
        | reload |       |

        case d
        steps
        | log    | three |
        | log    | four  |
        | log    | five  |
        | log    | six   |
        """;
    List<Repeats.Repeat> repeats = Repeats.of(checked(TestProjects.of(cases)));
    assertEquals(List.of(3, 2), repeats.stream().map(Repeats.Repeat::count).toList());
    assertEquals(3, repeats.get(0).places().size());
    assertEquals(
        4, repeats.get(1).places().size(), "two of them stand one after another in case d");
  }

  @Test
  void aPlaceCanBeLeftAsItIs() {
    Project project = project();
    int first = line(SUITE, "| open    | Bookings |       |");
    int second = line(SUITE, "| open    | Bookings  |        |");
    Extraction all = Refactorings.extraction(checked(project), "s.elmt", first, 3, "ask", Set.of());
    assertEquals(2, all.places().size());
    assertEquals(List.of("<n>", "7"), all.takes().get(0).arguments());
    Extraction one =
        Refactorings.extraction(
            checked(project),
            "s.elmt",
            first,
            3,
            "ask",
            Set.of(new Extraction.Place("s.elmt", second)));
    assertEquals(2, one.places().size(), "it is still listed");
    String text = text(one.preview().applied(project), "s.elmt");
    assertTrue(text.contains("| ask | <n> |"), text);
    assertFalse(text.contains("| ask | 7 |"), text);
    assertTrue(text.contains("| enter   | Shelves   | 7      |"), text);
  }

  @Test
  void callsAreCountedByNameAndByPhrase() {
    Map<String, Integer> calls = Calls.of(project());
    assertEquals(2, calls.get("sign in as"));
    assertEquals(1, calls.get("total"));
    assertEquals(null, calls.get("reload"));
  }
}
