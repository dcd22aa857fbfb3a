package elmtable.binding;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import elmtable.formula.EvaluationContext;
import elmtable.formula.FormulaException;
import elmtable.formula.ValueLookup;
import elmtable.project.ProjectIndex;
import elmtable.project.TestProjects;
import java.util.List;
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
        "Cell 2 of a\"] x; css [data-who=\"a\\\"] x\"] :nth-child(\"2\")",
      })
  void valuesAreQuotedForTheLocatorsLanguage(String name, String expected) {
    assertEquals(expected, locator(name));
  }

  @Test
  void whatFitsNothingSaysSo() {
    assertThrows(FormulaException.class, () -> locator("Nothing"));
  }
}
