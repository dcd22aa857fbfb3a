package elmtable.block;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.language.Block;
import elmtable.language.DocumentParser;
import elmtable.language.Moment;
import elmtable.text.Range;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** What blocks say, with the words of the language. */
class BlocksTest {
  private static Block block(String... lines) {
    return DocumentParser.parse(String.join("\n", lines) + "\n").blocks().get(0).block();
  }

  @ParameterizedTest
  @EnumSource(Scope.class)
  void everyScopeIsReadByItsWord(Scope scope) {
    assertEquals(scope, new FixtureBlock(block("fixture f", "scope: " + scope.word())).scope());
  }

  @ParameterizedTest
  @EnumSource(Isolation.class)
  void everyIsolationIsReadByItsWord(Isolation isolation) {
    BrowserBlock browser = new BrowserBlock(block("browser b", "isolation: " + isolation.word()));
    assertEquals(Optional.of(isolation), browser.isolation().orElseThrow().value());
  }

  @ParameterizedTest
  @EnumSource(Moment.class)
  void everyMomentIsReadFromAHooksName(Moment moment) {
    assertEquals(Optional.of(moment), new HookBlock(block("hook " + moment.word())).moment());
  }

  @Test
  void whatIsNotSaidIsTheUsual() {
    assertEquals(Scope.CASE, new FixtureBlock(block("fixture f")).scope());
    assertFalse(new SuiteBlock(block("suite s")).isIndependent());
    CaseBlock one = new CaseBlock(block("case c"));
    assertFalse(one.isDraft());
    assertTrue(one.mayRun());
    assertTrue(new HookBlock(block("hook before case")).isFor(List.of()));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '!',
      value = {
        "scope: forever ! “forever” is not a scope; there are case, rows, suite, run.",
        "keep session: soon ! “soon” is not a duration; write it as 500ms, 30s, 5m or 2h.",
      })
  void whatCannotBeReadSaysWhyAndHasNoValue(String property, String words) {
    FixtureBlock fixture = new FixtureBlock(block("fixture f", property.strip()));
    Property<?> read =
        fixture.scopeProperty().isPresent()
            ? fixture.scopeProperty().get()
            : fixture.keepSession().orElseThrow();
    assertEquals(Optional.empty(), read.value());
    assertEquals(words.strip(), "“" + read.written() + "” " + read.objection());
    assertEquals(Scope.CASE, fixture.scope(), "the rest goes on with the usual");
  }

  @ParameterizedTest
  @CsvSource({"0, false", "1, true", "99, true", "100, false", "-1, false", "1.5, false"})
  void triesAreAWholeNumberWithinLimits(String written, boolean good) {
    Property<Integer> tries =
        new CaseBlock(block("case c", "tries: " + written)).tries().orElseThrow();
    assertEquals(good, tries.value().isPresent());
    assertEquals(good, tries.objection().isEmpty());
  }

  @ParameterizedTest
  @CsvSource({
    "1280 x 800, 1280, 800",
    "1280x800, 1280, 800",
    "390×844, 390, 844",
    "wide, ,",
    "1 x 1, ,",
  })
  void aWindowIsASizeInPixels(String written, Integer width, Integer height) {
    BrowserBlock browser = new BrowserBlock(block("browser b", "window: " + written));
    assertEquals(
        Optional.ofNullable(width).map(w -> new BrowserBlock.Window(w, height)),
        browser.window().orElseThrow().value());
  }

  @Test
  void noneTakesAwayAndIsNoMistake() {
    CaseBlock one = new CaseBlock(block("case c", "timeout: None", "tags: none", "data: none"));
    assertTrue(one.tags().isNone());
    assertTrue(one.timeout().orElseThrow().isNone());
    assertEquals("", one.timeout().orElseThrow().objection());
    assertTrue(one.data().orElseThrow().isNone());
  }

  /** Also where a name is a part of one before it, or stands there again. */
  @Test
  void eachNameOfAListHasItsRange() {
    NameList pages = new SuiteBlock(block("suite s", "pages: Kiln room, Kiln ,,  Kiln")).pages();
    assertEquals(List.of("Kiln room", "Kiln", "Kiln"), pages.names());
    assertEquals(
        List.of(new Range(1, 7, 16), new Range(1, 18, 22), new Range(1, 27, 31)),
        pages.places().stream().map(NameList.Place::range).toList());
  }

  @Test
  void aHookIsForCasesThatItsTagsAccept() {
    HookBlock slow = new HookBlock(block("hook before case", "only: slow and not wip"));
    assertTrue(slow.isFor(List.of("slow")));
    assertFalse(slow.isFor(List.of("slow", "wip")));
    assertFalse(new HookBlock(block("hook before case", "only: slow and")).isFor(List.of("slow")));
  }

  @Test
  void valuesComeInTheOrderWrittenWithTheirSecrets() {
    ValuesTable values =
        new EnvironmentBlock(
                block(
                    "environment e",
                    "values",
                    "| name     | value   | kind   | note |",
                    "| address  | http:// |        | where |",
                    "| password | celadon | Secret |      |"))
            .values();
    assertEquals(
        List.of("address", "password"),
        values.entries().stream().map(ValuesTable.Entry::name).toList());
    assertEquals(
        List.of(false, true), values.entries().stream().map(ValuesTable.Entry::secret).toList());
    assertEquals("where", values.entries().get(0).note());
  }

  @Test
  void aPlanSaysHowItRuns() {
    PlanBlock plan =
        new PlanBlock(
            block("plan nightly", "tags: smoke", "workers: 4", "stop after: 2", "seed: 0"));
    assertEquals(Optional.of(4), plan.workers().orElseThrow().value());
    assertEquals(Optional.of(2), plan.stopAfter().orElseThrow().value());
    assertEquals(Optional.of(0), plan.seed().orElseThrow().value());
    assertTrue(plan.tags().orElseThrow().value().orElseThrow().accepts(List.of("smoke")));
  }

  @Test
  void durationsAreExact() {
    CaseBlock one = new CaseBlock(block("case c", "timeout: 1.5s"));
    assertEquals(Optional.of(Duration.ofMillis(1500)), one.timeout().orElseThrow().value());
  }

  @Test
  void aViewIsOfBlocksOfItsKindOnly() {
    assertThrows(IllegalArgumentException.class, () -> new FixtureBlock(block("case c")));
  }
}
