package elmtable.completion;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.completion.Completion.Offer;
import elmtable.project.Project;
import elmtable.project.TestProjects;
import java.util.List;
import org.junit.jupiter.api.Test;

class CompletionTest {
  private static final Project PROJECT =
      TestProjects.of(
          """
          page Bookings
          elements
          | element   | by | locator | note |
          | Shelves   | id | s       | n    |
          | Programme | id | p       |      |

          page Receipt
          elements
          | element | by | locator |
          | Number  | id | n       |

          keyword expect receipt
          > The receipt repeats what was asked for.
          takes
          | name | kind               |
          | how  | choice short, long |
          steps
          | log | x |

          case a
          pages: Bookings
          data
          | peak |
          | 1    |
          steps
          | read text | Number | => seen |
          |           |        |         |
          """);
  private static final int STEP = 26;

  private static List<String> labels(int cell, String text) {
    return Completion.at(PROJECT, "a.elmt", STEP, cell, text).suggestions().stream()
        .map(Suggestion::label)
        .toList();
  }

  private static Project withStep(String row) {
    String text = PROJECT.document("a.elmt").orElseThrow().text();
    return PROJECT.with(
        "a.elmt", text.substring(0, text.lastIndexOf("|           |")) + row + "\n");
  }

  @Test
  void aStepThatStandsInNoDocumentYetIsCompleted() {
    List<String> step = List.of("expect receipt", "", "a | b");
    assertEquals(
        List.of("short", "long"),
        Completion.ofStep(PROJECT, step, 1, "").suggestions().stream()
            .map(Suggestion::insert)
            .toList());
    assertEquals(
        List.of("Number"),
        Completion.ofStep(PROJECT, List.of("press"), 1, "num").suggestions().stream()
            .map(Suggestion::insert)
            .toList());
    assertEquals(Offer.NOTHING, Completion.ofStep(PROJECT, step, 7, "x").offer());
  }

  @Test
  void keywordsAreFoundByNameThenByTheirNote() {
    assertEquals(List.of("expect receipt"), labels(0, "expect rec"));
    assertEquals("expect receipt", labels(0, "rec").get(0));
    Suggestion byNote = Completion.at(PROJECT, "a.elmt", STEP, 0, "asked").suggestions().get(0);
    assertEquals("expect receipt", byNote.label());
    assertEquals("by its note", byNote.why());
    assertEquals("expect receipt", labels(0, "").get(0), "own keywords go before built-in ones");
  }

  @Test
  void anArgumentIsCompletedByItsKind() {
    Project press = withStep("| press |  |");
    Completion.Result elements = Completion.at(press, "a.elmt", STEP, 1, "");
    assertEquals(Offer.ELEMENT, elements.offer());
    assertEquals("Shelves", elements.suggestions().get(0).insert());
    assertTrue(elements.suggestions().stream().anyMatch(s -> s.insert().equals("Receipt/Number")));
    Completion.Result choice =
        Completion.at(withStep("| expect receipt |  |"), "a.elmt", STEP, 1, "l");
    assertEquals(List.of("long"), choice.suggestions().stream().map(Suggestion::insert).toList());
    Completion.Result pages = Completion.at(withStep("| open |  |"), "a.elmt", STEP, 1, "Re");
    assertEquals(List.of("Receipt"), pages.suggestions().stream().map(Suggestion::insert).toList());
  }

  @Test
  void referencesAreThoseInReach() {
    Completion.Result references = Completion.at(withStep("| log |  |"), "a.elmt", STEP, 1, "at <");
    assertEquals(Offer.REFERENCE, references.offer());
    assertEquals(
        List.of("at <seen>", "at <peak>"),
        references.suggestions().stream().map(Suggestion::insert).toList());
  }

  @Test
  void thePageOpenedAboveIsInForceToo() {
    Project project = withStep("| open | Receipt |\n| press |  |");
    Completion.Result elements = Completion.at(project, "a.elmt", STEP + 1, 1, "");
    assertEquals("Number", elements.suggestions().get(0).insert());
  }

  @Test
  void whatAStepThatIsOffWouldKeepIsNotOffered() {
    Project project =
        withStep("| compute | 1 | => here |\n| compute | 2 | => gone | ! off |\n| log |  |");
    assertEquals(
        List.of("<here>", "<seen>", "<peak>"),
        Completion.at(project, "a.elmt", STEP + 2, 1, "<").suggestions().stream()
            .map(Suggestion::insert)
            .toList());
  }

  @Test
  void functionsAreOfferedByTheirBeginning() {
    List<Suggestion> offered =
        Completion.at(withStep("| log |  |"), "a.elmt", STEP, 1, "at <be").suggestions();
    assertEquals(List.of("at <before("), offered.stream().map(Suggestion::insert).toList());
    assertEquals("before(text, mark)", offered.get(0).label());
    assertEquals("at <now()>", firstInsert("| log |  |", "at <now"));
  }

  @Test
  void optionsAreOfferedBehindAnExclamationMark() {
    assertEquals("! off", firstInsert("| log | x |  |", "! of"));
    assertEquals("! soft, quiet", firstInsert("| log | x |  |", "! soft, qu"));
  }

  @Test
  void aTableIsADataSet() {
    Project project =
        withStep("| use | |")
            .with("data/hives.elmt", "data hives\nrows\n| hive |\n| 1    |\n")
            .with(
                "use.elmt",
                "keyword use\ntakes\n| name | kind  |\n| all  | table |\nsteps\n| log | x |\n");
    Completion.Result sets = Completion.at(project, "a.elmt", STEP, 1, "");
    assertEquals(Offer.DATA_SET, sets.offer());
    assertEquals(List.of("hives"), sets.suggestions().stream().map(Suggestion::insert).toList());
  }

  private static String firstInsert(String row, String typed) {
    int cell = row.split("\\|").length - 2;
    return Completion.at(withStep(row), "a.elmt", STEP, cell, typed).suggestions().get(0).insert();
  }
}
