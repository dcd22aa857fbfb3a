package elmtable.journeys;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.TestMethodOrder;
import org.openqa.selenium.Keys;

/** From the suite to a green run, as one works; each journey leaves the suites as it found them. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class SuiteJourney {
  private static final String FULL_DAY = "A full day is refused";
  private World world;
  private Screen screen;

  @BeforeAll
  void start() throws Exception {
    world = new World();
    screen = new Screen();
  }

  @AfterAll
  void stop() throws Exception {
    screen.close();
    world.close();
  }

  private void openSuite(String name) {
    screen.open(world.address() + "/cases");
    screen.press("//nav[@aria-label='Suites and documents']//a[normalize-space()='" + name + "']");
    screen.see("//h1[normalize-space()='" + name + "']");
  }

  private void openCase(String name) {
    openSuite("Firing requests");
    screen.see(
        "//nav[@aria-label='Suites and documents']//a[normalize-space()][contains(., '"
            + name
            + "')]");
    screen.press("//nav[@aria-label='Suites and documents']//a[contains(., '" + name + "')]");
    screen.see("//*[@role='rowgroup'][@aria-label='case " + name + "']");
  }

  private void type(String cell, String text) {
    screen.see(cell);
    screen.press(cell);
    screen.see(cell + "[@data-cursor]");
    screen.keys(Keys.F2);
    screen.see("//textarea[@data-editing]");
    screen.chord(Keys.CONTROL, "a");
    screen.keys(text);
  }

  /** It comes first: the others would have it put into the session that their runs kept. */
  @Test
  @Order(1)
  void aMistakeIsNamedAndMendedARunFailsIsReadAndTurnsGreen() {
    openCase(FULL_DAY);
    String keyword = Screen.cell(FULL_DAY, "choose", 0);
    type(keyword, "choosse");
    screen.keys(Keys.TAB);
    screen.seeText("//*[@data-testid='problem-count']", "1 error");
    screen.seeText("//*[@role='note']", "Keyword “choosse” not found. Did you mean “choose”?");
    screen.chord(Keys.CONTROL, "z");
    screen.seeText("//*[@data-testid='problem-count']", "no problems");

    // Saved wrong this time, and mended by the fix that is offered.
    type(Screen.cell(FULL_DAY, "choose", 1), "Dai");
    screen.keys(Keys.TAB);
    screen.seeText("//*[@role='note']", "Element “Dai” not found. Did you mean “Day”?");
    screen.seeText("//*[@data-testid='problem-count']", "1 error");
    screen.saved();
    screen.pressButton("Use Day");
    screen.seeText("//*[@data-testid='problem-count']", "no problems");

    // An expectation that does not hold.
    type(Screen.cell(FULL_DAY, "expect text", 2), "Mon 7 December is free");
    screen.keys(Keys.ENTER);
    screen.saved();
    screen.press("//*[@role='rowgroup'][@aria-label='case " + FULL_DAY + "']//button");
    screen.seeText("//h1", "Run ");
    screen.seeText("//dl[.//dt[normalize-space()='wanted']]", "Mon 7 December is free");
    screen.seeText("//dl[.//dt[normalize-space()='found']]", "Mon 7 December is taken");
    screen.see("//img[starts-with(@alt, 'The page')]");
    assertTrue(
        (Boolean)
            screen.script(
                "return document.querySelector('img[alt^=\"The page\"]').naturalWidth > 1000"),
        "the picture of the page is there");
    for (String part : List.of("fixture signed in as Wren Aldous", "sign in as")) {
      screen.press("//div[@role='row'][contains(., '" + part + "')]//button[@aria-label='Unfold']");
    }
    screen.seeText("//div[@role='row'][@aria-level='3'][contains(., 'Password')]", "•••");

    String finding = "//*[@role='tabpanel']//section";
    screen.seeText(finding, "1 case");
    screen.press(finding + "//*[@role='radio'][normalize-space()='test']");
    screen.seeText(finding, ", in run ");
    screen.reload();
    screen.see(finding + "//*[@role='radio'][normalize-space()='test'][@aria-checked='true']");
    screen.see("//img[starts-with(@alt, 'The page')]");

    // Back to the case, the expectation put right, and again.
    screen.press("//a[normalize-space()='Open its case']");
    type(Screen.cell(FULL_DAY, "expect text", 2), "Mon 7 December is taken");
    screen.keys(Keys.ENTER);
    screen.saved();
    screen.press("//*[@role='rowgroup'][@aria-label='case " + FULL_DAY + "']//button");
    screen.see("//header[.//*[@aria-label='passed']]//h2[normalize-space()='" + FULL_DAY + "']");
    screen.see("//aside[@aria-label='Evidence']//a[.//*[@aria-label='failed']]");
  }

  @Test
  void rowsAreAddedMovedRemovedAndUndoneAndStayAfterAReload() {
    String offer = "The Monday offer can be requested";
    openCase(offer);
    screen.see(Screen.cell(offer, "enter", 0));
    screen.press(Screen.cell(offer, "enter", 0));
    screen.chord(Keys.CONTROL, Keys.ENTER);
    screen.see(Screen.cell(offer, "", 0) + "[@data-cursor]");
    screen.keys("receipt");
    screen.see("//*[@role='option'][contains(., 'expect receipt')]");
    screen.keys(Keys.ENTER);
    screen.see(Screen.cell(offer, "expect receipt", 0));
    screen.seeText("//*[@role='note']", "“expect receipt” needs booking");
    screen.press(Screen.cell(offer, "expect receipt", 0));
    screen.chord(Keys.ALT, Keys.ARROW_UP);
    String before = "[following::*[@role='gridcell'][normalize-space()='enter']]";
    screen.see(Screen.cell(offer, "expect receipt", 0) + before);
    screen.saved();
    screen.reload();
    screen.see(Screen.cell(offer, "expect receipt", 0));

    screen.press(Screen.cell(offer, "expect receipt", 0));
    screen.chord(Keys.CONTROL, Keys.DELETE);
    screen.seeNo(Screen.cell(offer, "expect receipt", 0));
    screen.see(Screen.cell(offer, "enter", 0));
    screen.press(Screen.cell(offer, "enter", 0));
    screen.chord(Keys.CONTROL, "z");
    screen.see(Screen.cell(offer, "expect receipt", 0));
    screen.chord(Keys.CONTROL, Keys.SHIFT, "z");
    screen.seeNo(Screen.cell(offer, "expect receipt", 0));
    screen.saved();
    screen.seeText("//*[@data-testid='problem-count']", "no problems");
  }

  @Test
  void theSameDocumentIsEditedAsText() {
    openSuite("My firings");
    screen.pressButton("Text");
    screen.see("//*[@role='textbox'][@aria-label='Text of the document']");
    screen.chord(Keys.CONTROL, Keys.END);
    screen.keys(
        Keys.ENTER,
        "case Written as text",
        Keys.ENTER,
        "steps",
        Keys.ENTER,
        "| log | hello |",
        Keys.ENTER,
        "| lgo | x |");
    screen.see("//*[contains(@class, 'cm-lintRange-error')]");
    screen.seeText("//*[@data-testid='problem-count']", "1 error");
    screen.keys(Keys.HOME);
    screen.chord(Keys.SHIFT, Keys.END);
    screen.keys("| log | x |");
    screen.seeText("//*[@data-testid='problem-count']", "no problems");
    screen.saved();
    screen.pressButton("Table");
    screen.see(Screen.cell("Written as text", "log", 1));
    screen.pressButton("Text");
    screen.see("//*[@role='textbox'][@aria-label='Text of the document']");
    screen.seeText("//*[contains(@class, 'cm-content')]", "hello");
    screen.press("//*[contains(@class, 'cm-line')][normalize-space()='| log | hello |']");
    screen.keys(Keys.F8);
    screen.seeText("//*[contains(@class, 'cm-content')]", "! off");
    screen.chord(Keys.CONTROL, "e");
    screen.seeText("//*[@role='dialog']", "Extract keyword");
    screen.keys(Keys.ESCAPE);
    screen.seeNo("//*[@role='dialog']");
    screen.chord(Keys.CONTROL, "z");
    screen.see("//*[contains(@class, 'cm-line')][normalize-space()='| log | hello |']");
    screen.pressButton("Table");
    screen.press("//*[@role='rowgroup'][@aria-label='case Written as text']//h2");
    screen.chord(Keys.CONTROL, Keys.DELETE);
    screen.seeNo("//*[@role='rowgroup'][@aria-label='case Written as text']");
    screen.saved();
  }

  @Test
  void aFeatureIsWrittenWithWhatIsOfferedAndRun() {
    screen.open(world.address() + "/cases/features/sign-in.feature?line=7");
    screen.see("//h1[normalize-space()='Signing in']");
    screen.seeText("//section[@aria-label='Case']", "A member signs in");
    screen.seeText("//aside[@aria-label='Lens']", "be on a page");
    screen.keys(Keys.END, Keys.ENTER, "And page titled");
    screen.press("//*[@role='option'][contains(., 'I am on the page titled <title>')]");
    screen.keys("\"Request a firing · Emberwick Kilns\"");
    screen.until(
        "it is resolved", () -> resolved().equals("sign in as, be on a page, be on a page"));
    screen.saved();

    screen.keys(Keys.ENTER, "And the kiln hums");
    screen.pressButton("Make the keyword");
    screen.until("it has a keyword", () -> resolved().endsWith("be on a page, the kiln hums"));
    screen.seeText("//*[@data-testid='problem-count']", "1 error");
    screen.keys(Keys.HOME);
    screen.chord(Keys.SHIFT, Keys.END);
    screen.keys(Keys.DELETE);
    screen.seeText("//*[@data-testid='problem-count']", "no problems");
    screen.press("//section[@aria-label='Case']//button[contains(., 'Run 1 case')]");
    screen.see("//header[.//*[@aria-label='passed']]//h2[normalize-space()='A member signs in']");
  }

  /** The keywords of the first scenario's sentences, in their order. */
  private String resolved() {
    return (String)
        screen.script(
            """
            const first = document.querySelector('.cm-content').innerText.split('Scenario Outline')[0];
            return [...document.querySelectorAll('.cm-resolvedKeyword')].map((each) => each.innerText)
              .slice(0, first.split('\\n').filter((line) => /^ +(When|Then|And)/.test(line)).length).join(', ');
            """);
  }

  /**
   * Measured, not required: a figure for the log, taken from the key to the strip that names the
   * problem.
   */
  @Test
  void theProblemsOfAnEditAreThereAtOnce() {
    openCase(FULL_DAY);
    screen.press(Screen.cell(FULL_DAY, "press", 0));
    screen.script(
        "window.took = []; addEventListener('keydown', e => { if (e.key === 'Enter')"
            + " { window.wanted = e.target.value; window.began = performance.now(); } }, true);"
            + "new MutationObserver(() => { const said = document.querySelector('[role=note]')?.innerText ?? '';"
            + " if (window.began && said.includes('“' + window.wanted + '”'))"
            + " { window.took.push(performance.now() - window.began); window.began = 0; } })"
            + ".observe(document.querySelector('[role=grid]'), { childList: true, subtree: true, characterData: true });");
    for (int i = 0; i < 12; i++) {
      String typed = "press" + "x".repeat(i + 1);
      screen.keys(typed, Keys.ENTER, Keys.ARROW_UP);
      screen.seeText("//*[@role='note']", "“" + typed + "”");
    }
    Object sorted =
        screen.script("return window.took.sort((a, b) => a - b).map(Math.round).join(' ')");
    System.out.println("From a key to its problem, in ms: " + sorted);
    for (int i = 0; i < 12; i++) {
      screen.chord(Keys.CONTROL, "z");
    }
    screen.seeText("//*[@data-testid='problem-count']", "no problems");
  }

  @Test
  void thePlanTellsWhatWillRunAndOneRowIsRunAlone() {
    openSuite("My firings");
    screen.press("//a[normalize-space()='Show what will run']");
    screen.seeText("//main//p", "9 of 332 executable cases are in");
    screen.open(world.address() + "/plan");
    screen.seeText("//main//p", "332 of 332 executable cases are in");
    screen.press("//label[contains(., 'tags')]//input");
    screen.keys("dialogs", Keys.ENTER);
    screen.seeText("//main//p", "2 of 332");
    screen.press("//input[@aria-label='Filter executable cases']");
    screen.keys("sorted");
    screen.seeText("//*[@role='row'][contains(., 'Sorted by shelves')]", "tags: dialogs");
    screen.open(world.address() + "/plan?suite=Firing%20requests");
    screen.pressButton("Glaze, 7 of 6 shelves");
    screen.seeText("//aside[@aria-label='Executable case']", "A kiln has six shelves");
    screen.pressButton("Run it");
    screen.see(
        "//header[.//*[@aria-label='passed']]//h2[normalize-space()='Glaze, 7 of 6 shelves']");
    screen.seeText(
        "//header//p[contains(., 'row 4')]", "passed, Firing requests, row 4, local, desktop");
  }

  @Test
  void aRunIsWatchedAndStopped() throws Exception {
    openSuite("Firing requests");
    screen.pressButton("Run 35 cases");
    screen.see("//section[@aria-label='Workers']//*[@aria-label='running']");
    screen.see("//section[@aria-label='Workers']//img[starts-with(@alt, 'The page of worker')]");
    screen.see("//aside[@aria-label='As they come']//li");
    List<ProcessHandle> browsers = World.browsersOf(world.process());
    assertFalse(browsers.isEmpty());
    Instant stopped = Instant.now();
    screen.press("//main//button[normalize-space()='Stop']");
    World.awaitEnd(browsers);
    Duration took = Duration.between(stopped, Instant.now());
    System.out.println("From Stop to the last browser's end: " + took.toMillis() + " ms");
    screen.seeText("//*[@role='status']", "This run was stopped");
    assertEquals(List.of(), World.browsersOf(world.process()));
  }
}
