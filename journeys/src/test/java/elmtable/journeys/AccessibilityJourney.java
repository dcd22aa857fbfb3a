package elmtable.journeys;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.openqa.selenium.Keys;

/** Every station in both themes, looked at by axe-core. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class AccessibilityJourney {
  private static final Path AXE = Path.of("../web/node_modules/axe-core/axe.min.js");

  private World world;
  private Screen screen;
  private String axe;

  @BeforeAll
  void start() throws Exception {
    world = new World();
    screen = new Screen();
    axe = Files.readString(AXE);
  }

  @AfterAll
  void stop() throws Exception {
    screen.close();
    world.close();
  }

  /**
   * Every rule in the theme of the day; in that of the evening, which differs in nothing else,
   * colours.
   */
  private void isAccessible() {
    assertEquals("", violations(), screen::address);
    screen.pressButton("Evening");
    assertEquals(
        "",
        violations("runOnly: ['color-contrast', 'link-in-text-block']"),
        () -> screen.address() + ", evening");
    screen.pressButton("Day");
  }

  private String violations() {
    return violations("");
  }

  /**
   * What is wrong on the screen as it is, one rule a line.
   *
   * @param rules those that are asked for, as an option of axe; all where it is empty
   */
  private String violations(String rules) {
    if ((Boolean) screen.script("return !window.axe")) {
      screen.script(axe);
    }
    return (String)
        screen.scriptLater(
            """
            const done = arguments[0];
            axe.run(document, { resultTypes: ['violations'], %s }).then(
              (found) => done(found.violations.map((v) =>
                v.id + ': ' + v.nodes.slice(0, 3).map((n) => n.target + ' ' + n.html.slice(0, 160)
                  + ' ' + (n.any[0]?.message ?? n.all[0]?.message ?? '')).join(' ;; ')).join('\\n')),
              (failed) => done(String(failed)));
            """
                .formatted(rules));
  }

  @Test
  void everyStationIsAccessible() {
    screen.open(world.address() + "/cases/suites/firing-requests.elmt");
    screen.press(Screen.cell("<programme>", "fill in the request", 0));
    screen.chord(Keys.CONTROL, Keys.ARROW_RIGHT);
    isAccessible();
    screen.chord(Keys.CONTROL, "f");
    screen.keys("programme");
    screen.see("//*[@role='grid']//*[@data-found]");
    isAccessible();
    screen.press(Screen.cell("<programme>", "expect gone", 0));
    screen.keys("re");
    screen.see("//*[@role='option']");
    assertEquals("", violations(), "with completion");
    screen.keys(Keys.ESCAPE);
    screen.press("//*[@role='radio'][normalize-space()='History']");
    screen.see("//ol[@aria-label='History of the document']");
    isAccessible();
    screen.pressButton("Text");
    screen.see("//*[@role='textbox'][@aria-label='Text of the document']");
    isAccessible();
    screen.open(world.address() + "/cases?as=overview");
    screen.see("//*[@role='grid']//*[@role='row'][contains(., 'Receipts')]");
    isAccessible();
    screen.open(world.address() + "/cases/pages/studio.elmt");
    screen.see("//*[@role='rowgroup'][@aria-label='page Bookings']");
    isAccessible();
    screen.open(world.address() + "/pages?name=Sign-in");
    screen.pressButton("Try all 4");
    screen.see("//section[@aria-label='Live page']//img");
    isAccessible();
    screen.open(world.address() + "/keywords?name=sign%20in%20as");
    screen.press("(//aside[@aria-label='Repeats']//button[.='Extract keyword'])[1]");
    screen.see("//*[@role='dialog']//tr[@data-change='added']");
    assertEquals("", violations(), "with the panel of a refactoring");
    screen.keys(Keys.ESCAPE);
    isAccessible();
    screen.open(world.address() + "/data?name=price+list");
    screen.press("(//*[@role='grid']//*[@role='gridcell'])[1]");
    isAccessible();
    screen.press("(//*[@role='grid']//*[@role='gridcell'])[1]");
    screen.keys(Keys.ENTER);
    screen.see("//*[@role='grid']//*[@data-cursor]");
    isAccessible();
    screen.open(world.address() + "/fixtures");
    screen.see("//section[@aria-label='Steps']");
    isAccessible();
    screen.open(world.address() + "/environments");
    screen.see("//table[@aria-label='Values of the environments']");
    isAccessible();
    screen.open(world.address() + "/intake");
    screen.see("//figure[@aria-label='Coverage']");
    screen.press("(//*[@role='grid'][@aria-label='Sentences']//*[@role='row'])[2]");
    isAccessible();
    screen.open(world.address() + "/cases/features/sign-in.feature");
    screen.see("//*[@role='textbox'][@aria-label='Text of the document']//*[@class='cm-resolved']");
    isAccessible();
    screen.open(world.address() + "/keywords?composition=suites%2Ffiring-requests.elmt");
    screen.see("//*[@role='grid']//button[contains(@aria-label, 'step 2')]");
    isAccessible();
    screen.open(world.address() + "/cases/suites/firing-requests.elmt");
    screen.press("(//button[normalize-space()='Read by row'])[1]");
    screen.see("//b[normalize-space()='row 1 of 4']");
    isAccessible();
    screen.open(world.address() + "/plan?suite=Firing%20requests");
    screen.pressButton("Glaze, 7 of 6 shelves");
    isAccessible();
    screen.open(world.address() + "/plan?tags=offer");
    screen.pressButton("Run 1 case");
    screen.seeText("//dl[.//dt[normalize-space()='found']]", "Send my offer");
    isAccessible();
  }
}
