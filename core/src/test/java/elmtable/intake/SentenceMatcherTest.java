package elmtable.intake;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.data.source.ProjectFiles;
import elmtable.keyword.builtin.BuiltInKeywords;
import elmtable.project.Project;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("Which keyword says what a sentence says")
class SentenceMatcherTest {
  private static final Path DEMO = Path.of("../demo");
  private static Project demo;
  private static SentenceMatcher matcher;

  /** A sentence of a tester, and the keyword that says it. */
  private record Line(String sentence, String keyword) {
    boolean hasKeyword() {
      return !keyword.equals("-");
    }
  }

  @BeforeAll
  static void readTheDemo() throws IOException {
    Map<String, String> texts = new HashMap<>();
    try (Stream<Path> all = Files.walk(DEMO)) {
      for (Path file : all.filter(f -> f.toString().matches(".*\\.(elmt|feature)")).toList()) {
        texts.put(DEMO.relativize(file).toString(), Files.readString(file));
      }
    }
    demo = Project.of(texts, ProjectFiles.NONE, BuiltInKeywords.registry());
    matcher = new SentenceMatcher(demo, Map.of());
  }

  private static List<Line> lines() throws IOException {
    try (var in = SentenceMatcherTest.class.getResourceAsStream("sentences.tsv")) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8)
          .lines()
          .map(line -> line.split("\t"))
          .map(cells -> new Line(cells[0], cells[1]))
          .toList();
    }
  }

  private static String best(String sentence) {
    return matcher.matches(sentence, 3).stream()
        .findFirst()
        .filter(Match::isSaid)
        .map(Match::keyword)
        .orElse("-");
  }

  private static List<String> cells(String sentence) {
    return matcher.matches(sentence, 1).get(0).cells();
  }

  private static void assertAtMost(int percent, List<String> wrong, int of) {
    assertTrue(
        wrong.size() * 100 <= of * percent,
        wrong.size() + " of " + of + " are wrong:\n" + String.join("\n", wrong));
  }

  @Test
  void theRightKeywordIsFirstForMostSentencesThatHaveOne() throws IOException {
    List<Line> have = lines().stream().filter(Line::hasKeyword).toList();
    List<String> wrong = new ArrayList<>();
    for (Line line : have) {
      List<Match> matches = matcher.matches(line.sentence(), 3);
      if (matches.isEmpty() || !matches.get(0).keyword().equals(line.keyword())) {
        wrong.add(line + " -> " + matches);
      }
    }
    assertAtMost(15, wrong, have.size());
  }

  @Test
  void mostSentencesWithoutAKeywordAreToldSo() throws IOException {
    List<Line> without = lines().stream().filter(line -> !line.hasKeyword()).toList();
    List<String> wrong =
        without.stream()
            .filter(line -> !best(line.sentence()).equals("-"))
            .map(line -> line + " -> " + matcher.matches(line.sentence(), 1))
            .toList();
    assertAtMost(20, wrong, without.size());
  }

  @Test
  void mostSentencesWithAKeywordCountAsSaid() throws IOException {
    List<Line> have = lines().stream().filter(Line::hasKeyword).toList();
    List<String> wrong =
        have.stream()
            .filter(line -> best(line.sentence()).equals("-"))
            .map(line -> line + " => " + matcher.matches(line.sentence(), 1))
            .toList();
    assertAtMost(20, wrong, have.size());
  }

  @Test
  void whatTheSentenceGivesIsPutIntoTheStep() {
    assertEquals(List.of("enter", "Shelves", "3"), cells("Type 3 into the field Shelves"));
    assertEquals(
        List.of("book a firing", "4", "Raku"), cells("Book a firing of 4 shelves of Raku"));
    assertEquals(List.of("sign in as", "Wren Aldous"), cells("The member signs in as Wren Aldous"));
    assertEquals(List.of("expect text", "Price", "€ 14.50"), cells("The price shows € 14.50"));
    assertEquals(
        List.of("expect gone", "My firings/Row of EK-2033"),
        cells("The row of EK-2033 has disappeared"));
  }

  @Test
  void aNameThatEndsInASmallWordIsNotTheWordBeforeIt() {
    assertEquals(List.of("press", "Name it"), cells("Press Name it"));
    assertEquals(List.of("enter", "", "Juno Farrow"), cells("Enter the name \"Juno Farrow\""));
  }

  @Test
  void inIsNotOut() {
    assertEquals("-", best("The member signs out"));
    assertEquals("-", best("Log the member out"));
    assertEquals("-", best("Log off"));
    Match press = matcher.matches("Press Sign out", 1).get(0);
    assertEquals(List.of("element"), press.missing(), press.toString());
    assertEquals(List.of("press", "Sign in button"), cells("Press Sign in"));
    SentenceMatcher shop =
        new SentenceMatcher(
            Project.of(
                Map.of(
                    "k.elmt", keywords("log in", "log out", "zoom in", "zoom out", "fill in it")),
                ProjectFiles.NONE,
                BuiltInKeywords.registry()),
            Map.of());
    Map<String, String> right =
        Map.of(
            "Log in", "log in",
            "The user logs on", "log in",
            "She signs in again", "log in",
            "Login", "log in",
            "Log her out", "log out",
            "Sign out", "log out",
            "Logout", "log out",
            "Zoom in on the map", "zoom in",
            "Zoom out", "zoom out");
    right.forEach((sentence, keyword) ->
        assertEquals(keyword, shop.matches(sentence, 1).get(0).keyword(), sentence));
  }

  @Test
  void elementsThatAreNamedAlikeAreThoseOfThePageThatIsNamed() {
    String pages =
        """
        page Basket
        elements
        | element | by | locator |
        | Search  | id | s       |

        page Office
        elements
        | element | by | locator |
        | Search  | id | t       |
        """;
    SentenceMatcher two =
        new SentenceMatcher(
            Project.of(Map.of("p.elmt", pages), ProjectFiles.NONE, BuiltInKeywords.registry()),
            Map.of());
    String press = "Press Search";
    assertEquals(Optional.of("Office"), two.pageIn("The office is shown"));
    assertEquals(
        List.of("press", "Office/Search"),
        two.matches(press, Optional.of("Office"), 1).get(0).cells());
    assertEquals(
        List.of("press", "Basket/Search"),
        two.matches(press, Optional.of("Basket"), 1).get(0).cells());
    assertEquals(
        List.of("press", "Office/Search"),
        two.matches("Press Search in the office", 1).get(0).cells());
  }

  private static String keywords(String... names) {
    StringBuilder text = new StringBuilder();
    for (String name : names) {
      text.append("keyword ").append(name).append("\nsteps\n| log | x |\n\n");
    }
    return text.toString();
  }

  @Test
  void whatWasAcceptedBeforeIsProposedAgain() {
    String sentence = "The keeper approves the firing in the office";
    SentenceMatcher knowing = new SentenceMatcher(demo, Map.of(sentence, "book a firing"));
    Match match = knowing.matches(sentence, 1).get(0);
    assertEquals("book a firing", match.keyword());
    assertEquals(1, match.score());
    assertEquals(List.of(), matcher.matches("", 3));
  }
}
