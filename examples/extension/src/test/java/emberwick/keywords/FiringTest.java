package emberwick.keywords;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import elmtable.keyword.KeywordLibrary;
import elmtable.keyword.KeywordRegistry;
import elmtable.keyword.StepFailedException;
import elmtable.keyword.builtin.BuiltInKeywords;
import java.math.BigDecimal;
import java.util.List;
import java.util.ServiceLoader;
import org.junit.jupiter.api.Test;

class FiringTest {
  private static final KeywordRegistry ALL =
      BuiltInKeywords.with(
          ServiceLoader.load(KeywordLibrary.class).stream()
              .map(ServiceLoader.Provider::get)
              .toList());

  @Test
  void theLibraryIsFoundAndItsKeywordsAreDeclared() {
    assertEquals(
        List.of("06", "04", "5", "6", "9", "10"),
        ALL.find("Cone temperature").orElseThrow().signature().takes().get(0).kind().choices());
    assertEquals("Firing", ALL.find("expect between").orElseThrow().signature().group());
  }

  @Test
  void theyDoWhatTheySay() {
    assertEquals(
        "1220", ALL.find("cone temperature").orElseThrow().call(null, List.of("6")).get(0).text());
    BigDecimal one = BigDecimal.ONE;
    ALL.find("expect between").orElseThrow().call(null, List.of(one, one, one));
    assertThrows(
        StepFailedException.class,
        () ->
            ALL.find("expect between")
                .orElseThrow()
                .call(null, List.of(BigDecimal.ZERO, one, BigDecimal.TEN)));
  }
}
