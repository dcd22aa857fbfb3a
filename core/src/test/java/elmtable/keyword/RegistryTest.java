package elmtable.keyword;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.browser.Target;
import elmtable.formula.Kind;
import elmtable.formula.Value;
import elmtable.keyword.builtin.BuiltInKeywords;
import java.math.BigDecimal;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RegistryTest {
  /** A class as an author of keywords writes it. */
  @Group("Kilns")
  public static final class Kilns {
    @Keyword(
        name = "heat up",
        note = "Heats.",
        gives = {"peak: number, in °C", "done: yes/no"})
    public List<Value> heatUp(
        StepContext step,
        @Param(name = "kiln") Target kiln,
        @Param(name = "degrees", optional = true, fallback = "1000") BigDecimal degrees,
        @Param(
                name = "programme",
                choices = {"Bisque", "Glaze"})
            String programme,
        @Param(name = "for") Duration time) {
      return List.of(new Value.Num(degrees), Value.of(true));
    }

    @Keyword(name = "explode", note = "Fails.")
    public void explode(StepContext step) {
      throw new StepFailedException("It exploded.");
    }
  }

  /** Lacks an annotation. */
  @Group("Broken")
  public static final class Broken {
    @Keyword(name = "broken", note = "")
    public void broken(StepContext step, String undescribed) {
      step.log(undescribed);
    }
  }

  private final KeywordRegistry registry = KeywordRegistry.of(List.of(new Kilns()));

  @Test
  void theSignatureComesFromTheAnnotations() {
    Signature signature = registry.find("Heat-up").orElseThrow().signature();
    assertEquals("Kilns", signature.group());
    assertEquals(
        List.of("element", "number", "choice Bisque, Glaze", "text"),
        signature.takes().stream().map(p -> p.kind().written()).toList());
    assertEquals(
        List.of("1000"),
        signature.takes().stream().filter(Parameter::optional).map(Parameter::fallback).toList());
    assertEquals(new Output("peak", Kind.of(Kind.Type.NUMBER), "in °C"), signature.gives().get(0));
    assertTrue(registry.find("heat up").orElseThrow().takesDuration(3));
  }

  @Test
  void aCallGivesItsResultsAndItsFailurePassesThrough() {
    List<Value> results =
        registry
            .find("heat up")
            .orElseThrow()
            .call(
                null,
                List.of(new Object(), BigDecimal.TEN, "Glaze", Duration.ZERO).stream()
                    .map(o -> o.getClass() == Object.class ? new Target("k", null) : o)
                    .toList());
    assertEquals(List.of("10", "yes"), results.stream().map(Value::text).toList());
    MethodKeyword explode = registry.find("explode").orElseThrow();
    assertEquals(
        "It exploded.",
        assertThrows(StepFailedException.class, () -> explode.call(null, List.of())).getMessage());
  }

  @Test
  void mistakesOfAnAuthorAreRefusedAtOnce() {
    assertThrows(IllegalArgumentException.class, () -> KeywordRegistry.of(List.of(new Broken())));
    assertThrows(
        IllegalArgumentException.class,
        () -> KeywordRegistry.of(List.of(new Kilns(), new Kilns())));
  }

  @Test
  void everyBuiltInKeywordIsDescribed() {
    for (MethodKeyword keyword : BuiltInKeywords.registry().all()) {
      assertFalse(keyword.signature().note().isBlank(), keyword.signature().name());
      assertFalse(keyword.signature().group().isBlank(), keyword.signature().name());
    }
    assertTrue(BuiltInKeywords.registry().all().size() >= 29);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      value = {
        "number; 7; ",
        "number; seven; a number is needed",
        "number; 007; a number is needed",
        "yes/no; Yes; ",
        "yes/no; perhaps; yes or no is needed",
        "date; 2026-02-28; ",
        "date; 2026-02-30; a date such as",
        "choice A, B; b; ",
        "choice A, B; C; one of A, B is needed",
        "text; anything; ",
        "secret; anything; ",
      })
  void kindsKnowWhatFitsThem(String kind, String value, String objection) {
    String found = Kind.read(kind).orElseThrow().objection(Value.of(value)).orElse("");
    assertTrue(objection == null ? found.isEmpty() : found.startsWith(objection), found);
  }

  @Test
  void aKindThatDoesNotExistIsNone() {
    assertTrue(Kind.read("nummber").isEmpty());
    assertTrue(Kind.read("choice ").isEmpty());
    assertEquals(Kind.TEXT, Kind.read("").orElseThrow());
  }
}
