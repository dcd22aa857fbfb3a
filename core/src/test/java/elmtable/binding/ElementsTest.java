package elmtable.binding;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import elmtable.browser.Locator;
import elmtable.formula.EvaluationContext;
import elmtable.formula.FormulaException;
import elmtable.formula.Template;
import elmtable.formula.ValueLookup;
import elmtable.project.ProjectIndex;
import elmtable.project.TestProjects;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ElementsTest {
  private static final ProjectIndex INDEX =
      TestProjects.of(
              """
              page P
              elements
              | element               | by    | locator                   |
              | Row of Olga           | id    | olga                      |
              | Row of <who>          | xpath | //tr[td=<who>]            |
              | Cell <n> of <who>     | css   | [data-who='<who>'] :nth-child(<n>) |
              | Row of keeper <who>   | css   | .keeper[title=<who>]      |
              | Line <n>              | xpath | //tr[<n>]                 |
              | Lines above <n>       | xpath | //tr[position() \\< <n> and count(td) = <n>] |
              """)
          .index();

  private static String locator(String name) {
    return new ElementResolver(INDEX, ValueLookup.EMPTY, EvaluationContext.seeded(1))
        .resolve(name, List.of())
        .locator()
        .toString();
  }

  @Test
  void aPlainNameGoesBeforeAPatternAndMoreLettersBeforeFewer() {
    assertEquals("id olga", locator("Row of Olga"));
    assertEquals("xpath //tr[td='Wren']", locator("row of Wren"));
    assertEquals("css .keeper[title=\"Pia\"]", locator("Row of keeper Pia"));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      quoteCharacter = '`',
      value = {
        "Row of O'Hara; xpath //tr[td=\"O'Hara\"]",
        "Row of a\"b'c; xpath //tr[td=concat('a\"b', \"'\", 'c')]",
        "Cell 2 of a\"] x; css [data-who=\"a\\\"] x\"] :nth-child(2)",
        "Line 3; xpath //tr[3]",
        "Lines above 4; xpath //tr[position() < 4 and count(td) = 4]",
      })
  void valuesAreQuotedForTheLocatorsLanguage(String name, String expected) {
    assertEquals(expected, locator(name));
  }

  @Test
  void whatCountsNeedsANumber() {
    assertEquals(
        "The locator counts here, so a number is needed and not “last”.",
        assertThrows(FormulaException.class, () -> locator("Line last")).getMessage());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '~',
      quoteCharacter = '`',
      value = {
        "#main > .a.b ~ [x] + i, *|a::before",
        "a:not(.b, [c='d' i]):nth-child(2n + 1 of .x):has(> img)",
        "[data-x=\"a]b\"] td:nth-of-type(odd)",
        "[id='7'] .\\\\31 x",
        "input:checked, ::-webkit-scrollbar, :is(h1,h2)",
        "div:lang(en) svg|a",
      })
  void selectorsOfBrowsersAreRead(String selector) {
    assertEquals(Optional.empty(), LocatorSyntax.objection(Locator.By.CSS, Template.of(selector)));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '¦',
      quoteCharacter = '`',
      value = {
        "CSS¦ img[title=¦ ends where more should follow.",
        "CSS¦ #<name>¦ cannot be read from “\"7\"” on.",
        "CSS¦ [data-x=1]¦ has an attribute's value that needs quotes, as in [name=\"2\"].",
        "CSS¦ .1a¦ has a name that begins with a digit; write it as [id=\"…\"] or [class~=\"…\"].",
        "CSS¦ a:contains('x')¦ has “:contains”, which no browser knows.",
        "CSS¦ a,¦ ends where more should follow.",
        "CSS¦ a[b='c]¦ has a quote that never closes.",
        "CSS¦ a:not(.b¦ has a parenthesis that never closes.",
        "CSS¦ a > > b¦ cannot be read from “> b” on.",
        "XPATH¦ //a[¦ is not XPath 1.0; a bracket or quote may not close, or a sign be too many.",
        "XPATH¦ //a[@b=']¦ is not XPath 1.0; a bracket or quote may not close, or a sign be too many.",
      })
  void locatorsThatCannotWorkSayWhy(Locator.By by, String locator, String reason) {
    assertEquals(Optional.of(reason), LocatorSyntax.objection(by, Template.of(locator)));
  }

  @Test
  void whatFitsNothingSaysSo() {
    assertThrows(FormulaException.class, () -> locator("Nothing"));
  }
}
