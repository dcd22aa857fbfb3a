package elmtable.gherkin;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.gherkin.GherkinDocument.Examples;
import elmtable.gherkin.GherkinDocument.Feature;
import elmtable.gherkin.GherkinDocument.Scenario;
import elmtable.gherkin.GherkinDocument.Step;
import elmtable.gherkin.ScenarioCases.ScenarioCase;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

@DisplayName("Reading Gherkin")
class GherkinParserTest {
  private static final String WHOLE =
      """
      # a comment above
      @booking @studio # why
      Feature: Requests
          Members ask the studio
            to fire their work.

          # not part of it
          In two weeks.

        Background: the studio
          Given the studio is open

        @smoke
        Scenario: plain
          When I ask:
            \"""json
            {"shelves": 1,
              "note": "\\"\\"\\""}
            \"""
          And the firings are
            | shelves | note     |
            # between rows
            | 1       | a\\|b\\n\\\\c |

        Scenario Outline: <shelves> of <what>
          * I request <shelves> shelves
          Then it says "<message <shelves>>" or <unknown>

          @small
          Examples: few
            said of them
            | shelves | what |
            | 1       | pots |
            | 2       | <shelves> |

          Examples:
            | shelves | what |

        @hot
        Rule: kilns cool down
          Background:
            Given a hot kiln
          Example: waiting
            Then it cools
          Example: no steps yet
      """;

  private static Feature feature(String text) {
    GherkinDocument document = GherkinParser.parse(text);
    assertEquals(List.of(), document.faults());
    return document.feature().orElseThrow();
  }

  @Test
  void readsEveryPart() {
    Feature feature = feature(WHOLE);
    assertEquals(
        "Members ask the studio\n  to fire their work.\n\nIn two weeks.", feature.description());
    assertEquals(3, feature.title().line());
    assertEquals(
        List.of("@booking", "@studio"),
        feature.tags().stream().map(GherkinDocument.Tag::name).toList());
    assertEquals("the studio is open", feature.background().orElseThrow().steps().get(0).text());
    Scenario plain = feature.scenarios().get(0);
    Step asks = plain.steps().get(0);
    assertEquals("json", asks.docString().orElseThrow().mediaType());
    assertEquals(
        "{\"shelves\": 1,\n  \"note\": \"\"\"\"\"}", asks.docString().orElseThrow().content());
    assertEquals(List.of("1", "a|b\n\\c"), plain.steps().get(1).table().get(1).texts());
    Examples few = feature.scenarios().get(1).examples().get(0);
    assertEquals("said of them", few.description());
    assertEquals(2, few.rows().size());
    assertEquals("kilns cool down", feature.rules().get(0).title().name());
    assertEquals(
        List.of("@hot"),
        feature.rules().get(0).tags().stream().map(GherkinDocument.Tag::name).toList());
    assertEquals(2, feature.rules().get(0).scenarios().size());
  }

  @Test
  void expandsCases() {
    List<ScenarioCase> cases = ScenarioCases.of(feature(WHOLE));
    assertEquals(
        List.of("plain", "1 of pots", "2 of <shelves>", "waiting"),
        cases.stream().map(ScenarioCase::name).toList());
    assertEquals(List.of(14, 33, 34, 43), cases.stream().map(ScenarioCase::line).toList());
    assertEquals(List.of("@booking", "@studio", "@small"), cases.get(1).tags());
    assertEquals(List.of("@booking", "@studio", "@hot"), cases.get(3).tags());
    assertEquals(
        List.of(
            "the studio is open", "I request 2 shelves", "it says \"<message 2>\" or <unknown>"),
        cases.get(2).steps().stream().map(ScenarioCases.CaseStep::text).toList());
    assertEquals(
        List.of("the studio is open", "a hot kiln", "it cools"),
        cases.get(3).steps().stream().map(ScenarioCases.CaseStep::text).toList());
  }

  @ParameterizedTest
  @CsvSource({
    "de, Funktionalität, Szenario, 'Angenommen ', 'Dann '",
    "fr, Fonctionnalité, Scénario, 'Étant donné que ', 'Lorsqu'''",
    "es, Característica, Escenario, 'Dado ', 'Entonces '",
    "pt, Funcionalidade, Cenário, 'Dado ', 'Então '",
    "it, Funzionalità, Scenario, 'Dato ', 'Allora '",
    "nl, Functionaliteit, Scenario, 'Gegeven ', 'Dan '",
    "pl, Właściwość, Scenariusz, 'Zakładając, że ', 'Wtedy '",
    "sv, Egenskap, Scenario, 'Givet ', 'Så '",
    "ru, Функция, Сценарий, 'Допустим ', 'К тому же '",
    "ja, 機能, シナリオ, 前提, ならば",
    "zh-CN, 功能, 场景, 假如, 那么"
  })
  void readsOtherLanguages(
      String code, String feature, String scenario, String given, String then) {
    String text =
        "# language: %s%n%s: a%n  %s: b%n    %sone%n    %stwo%n    * three"
            .formatted(code, feature, scenario, given, then);
    Feature read = feature(text);
    assertEquals(code, GherkinParser.parse(text).language());
    List<Step> steps = read.scenarios().get(0).steps();
    assertEquals(
        List.of(given.strip(), then.strip(), "*"), steps.stream().map(Step::keyword).toList());
    assertEquals(List.of("one", "two", "three"), steps.stream().map(Step::text).toList());
  }

  @Test
  void goesOnAfterEachFault() {
    GherkinDocument document =
        GherkinParser.parse(
            """
            Feature: faults
              Background:
                Given one
              Background:
                Given again
              Scenario: a
                Given one
                no step
                  | a | b |
                  | 1 |
              @two words
              Scenario: b
                Given two
                  | c |
                  | 1 |
                  | 1 | 2 |
                Then text
                  \"""
                  x
                  \"""
                  | y |
              @x
              Background:
                Given late
              Examples:
              Scenario: c
                Given three
                  \"""
                  never closed
            """);
    assertEquals(
        List.of("4:3", "8:5", "9:7", "10:7", "11:3", "16:7", "21:7", "23:3", "25:3", "28:7"),
        document.faults().stream()
            .map(f -> (f.range().line() + 1) + ":" + (f.range().start() + 1))
            .toList());
    assertEquals(
        List.of("a", "b", "c"),
        document.feature().orElseThrow().scenarios().stream()
            .map(scenario -> scenario.title().name())
            .toList());
  }

  @Test
  void readsTheRowsBehindALineThatIsNone() {
    GherkinDocument document =
        GherkinParser.parse(
            """
            Feature: faults
              Scenario Outline: <a>
                Given a table
                  | x |
                  nothing
                  | 1 |
                Examples:
                  | a |
                  nothing either
                  | 1 |
                  | 2 |
            """);
    assertEquals(List.of(5, 9), document.faults().stream().map(f -> f.range().line() + 1).toList());
    GherkinDocument.Scenario scenario = document.feature().orElseThrow().scenarios().get(0);
    assertEquals(2, scenario.steps().get(0).table().size());
    assertEquals(2, scenario.examples().get(0).rows().size());
  }

  @Test
  void knowsWhatIsNoFeature() {
    assertTrue(GherkinParser.parse("").feature().isEmpty());
    assertEquals(List.of(), GherkinParser.parse("# only a comment\n\n").faults());
    assertEquals(2, GherkinParser.parse("not Gherkin\nat all").faults().size());
    assertTrue(
        GherkinParser.parse("# language: no-such\nFeature: a")
            .faults()
            .get(0)
            .message()
            .contains("zh-CN"));
    assertEquals(1, GherkinParser.parse("Feature: a\n@last").faults().size());
    GherkinDocument stray = GherkinParser.parse("Feature: a\n  Given a step\n");
    assertEquals("Given a step", stray.feature().orElseThrow().description());
    assertEquals(1, stray.warnings().size());
  }

  @Test
  void neverThrowsOverMutatedText() {
    Random random = new Random(7);
    String alphabet = "|\"`@#:<>\\ \n\tGiven Scenario:Examples:";
    for (int round = 0; round < 3000; round++) {
      StringBuilder text = new StringBuilder(WHOLE);
      for (int change = 0; change < 6; change++) {
        int at = random.nextInt(text.length());
        switch (random.nextInt(3)) {
          case 0 -> text.deleteCharAt(at);
          case 1 -> text.insert(at, alphabet.charAt(random.nextInt(alphabet.length())));
          default -> text.delete(at, Math.min(text.length(), at + random.nextInt(40)));
        }
      }
      GherkinDocument document = GherkinParser.parse(text.toString());
      document.feature().ifPresent(ScenarioCases::of);
      FeatureBlocks.read(text.toString());
    }
  }
}
