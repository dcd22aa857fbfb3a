package elmtable.formula;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.text.Problem;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TemplateTest {
  private static String text(String source) {
    return new Evaluator(
            path -> Optional.of(Value.of("<" + path.get(0) + ">")), EvaluationContext.seeded(1))
        .value(Template.of(source))
        .text();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      quoteCharacter = '"',
      value = {
        "plain; plain",
        "a \\| b; a | b",
        "C:\\temp; C:\\temp",
        "C:\\\\new; C:\\new",
        "\\<b>; <b>",
        "a <empty>b; a b",
        "x<space><space>y; x  y",
        "\\? no; ? no",
        "x \\? y; x \\? y",
        "name\\=value; name=value",
      })
  void backslashesAndPlacesGiveTheirText(String source, String expected) {
    assertEquals(expected, text(source));
  }

  @Test
  void whatAReferenceGivesIsNotSearchedAgain() {
    assertEquals("a <name> b", text("a <name> b"));
  }

  @Test
  void aReferenceEndsAtTheFirstSignOutsideQuotesAndParentheses() {
    Template template = Template.of("<if(a > b, '>', 'x')>!");
    assertEquals(2, template.parts().size());
    assertEquals("!", ((Template.Plain) template.parts().get(1)).text());
  }

  @Test
  void anOpenReferenceIsPlainTextWithAWarning() {
    Template template = Template.of("a < b");
    assertEquals(Optional.of("a < b"), template.literal());
    assertEquals(Problem.UNCLOSED_REFERENCE, template.problems().get(0).problem());
  }

  @Test
  void referencesAreFoundWithTheirPlaces() {
    Template template = Template.of("from <shelves> to <max(shelves, peak)>");
    List<String> found =
        template.references().stream()
            .map(r -> template.source().substring(r.start(), r.end()))
            .toList();
    assertEquals(List.of("shelves", "shelves", "peak"), found);
  }

  @Test
  void anyTextSurvivesBeingWrittenAsACell() {
    Random random = new Random(3);
    String letters = "ab |\\<>=?*!n\n'(";
    for (int i = 0; i < 20_000; i++) {
      String text = randomText(random, letters, 8);
      String source = Escapes.escape(text);
      assertEquals(Optional.of(text), Template.of(source).literal(), "written as " + source);
      assertEquals(source, Escapes.canonical(source), "the canonical form of it is itself");
      assertTrue(source.indexOf('\n') < 0);
    }
  }

  @Test
  void theCanonicalFormMeansTheSame() {
    Random random = new Random(4);
    for (int i = 0; i < 20_000; i++) {
      String source = randomText(random, "a\\\\|<=?n ", 9).strip();
      String canonical = Escapes.canonical(source);
      assertEquals(
          Template.of(source).literal(),
          Template.of(canonical).literal(),
          source + " became " + canonical);
      assertEquals(canonical, Escapes.canonical(canonical));
    }
  }

  private static String randomText(Random random, String letters, int longest) {
    StringBuilder text = new StringBuilder();
    for (int n = random.nextInt(longest); n > 0; n--) {
      text.append(letters.charAt(random.nextInt(letters.length())));
    }
    return text.toString();
  }
}
