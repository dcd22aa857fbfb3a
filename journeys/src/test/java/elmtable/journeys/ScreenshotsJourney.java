package elmtable.journeys;

import java.nio.file.Path;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;

/** Makes the pictures of the main views from the demo's data: {@code ./elm screenshots}. */
@Tag("screenshots")
class ScreenshotsJourney {
  private static final Path FOLDER = Path.of("../docs/screenshots");

  @Test
  void theMainViewsArePictured() throws Exception {
    try (World world = new World();
        Screen screen = new Screen()) {
      screen.open(world.address() + "/plan");
      screen.pressButton("Run 332 cases");
      screen.see("//aside[@aria-label='As they come']//li[7]");
      screen.picture(FOLDER.resolve("run-live.png"));
      screen.press("//main//button[normalize-space()='Stop']");
      screen.seeText("//*[@role='status']", "This run was stopped");

      screen.open(world.address() + "/plan?plan=with%20planted%20defects");
      screen.pressButton("Run 9 cases");
      screen.see("//*[@role='tab'][normalize-space()='3 findings']");
      screen.press("//*[@role='tabpanel']//a[contains(., 'The Monday offer')]");
      screen.seeText("//dl[.//dt[normalize-space()='found']]", "Send my offer");
      screen.see("//img[starts-with(@alt, 'The page')]");
      screen.script("return document.querySelector('img[alt^=\"The page\"]').decode()");
      screen.picture(FOLDER.resolve("run-case.png"));

      screen.open(world.address() + "/plan?suite=Firing%20requests");
      screen.pressButton("Glaze, 7 of 6 shelves");
      screen.seeText("//aside[@aria-label='Executable case']", "A kiln has six shelves");
      screen.picture(FOLDER.resolve("plan.png"));

      screen.open(world.address() + "/cases/suites/firing-requests.elmt");
      screen.see(Screen.cell("<programme>", "fill in the request", 0));
      screen.press(Screen.cell("<programme>", "fill in the request", 0));
      screen.chord(Keys.CONTROL, Keys.ARROW_RIGHT);
      screen.seeText("//aside[@aria-label='Lens']", "Fills in the booking form");
      screen.picture(FOLDER.resolve("cases.png"));
      screen.pressButton("Evening");
      screen.picture(FOLDER.resolve("cases-evening.png"));
      screen.pressButton("Day");

      screen.open(world.address() + "/cases?as=overview");
      screen.seeText("//main//*[@role='status']", "of 10 suites");
      screen.press("//*[@role='gridcell'][normalize-space()='smoke']");
      screen.picture(FOLDER.resolve("all-cases.png"));

      screen.open(world.address() + "/cases/features/request-a-firing.feature?line=20");
      screen.see("//*[@role='textbox'][@aria-label='Text of the document']");
      screen.seeText("//main", "Scenario Outline");
      screen.seeText("//aside[@aria-label='Lens']", "answer of the form");
      screen.picture(FOLDER.resolve("feature.png"));
      screen.open(world.address() + "/cases/suites/firing-requests.elmt");

      screen.press(Screen.cell("<programme>", "expect gone", 0));
      screen.chord(Keys.CONTROL, Keys.ENTER);
      screen.see(Screen.cell("<programme>", "", 0) + "[@data-cursor]");
      screen.keys("receip");
      screen.see("//*[@role='option'][contains(., 'expect receipt')]");
      screen.picture(FOLDER.resolve("completion.png"));
      screen.keys(Keys.ESCAPE);

      screen.pressButton("Text");
      screen.see("//*[@role='textbox'][@aria-label='Text of the document']");
      screen.picture(FOLDER.resolve("text.png"));
      stations(world.address(), screen);
    }
  }

  private static void stations(String address, Screen screen) throws Exception {
    screen.open(address + "/intake");
    screen.press("//*[@role='row']//*[starts-with(@title, 'Request 2 shelves')]");
    screen.seeText("//aside[@aria-label='Lens']", "fill in the request");
    screen.picture(FOLDER.resolve("intake.png"));

    screen.open(address + "/pages?name=Bookings");
    screen.pressButton("Try all");
    screen.see("//section[@aria-label='Live page']//img");
    screen.script(
        "return document.querySelector('section[aria-label=\"Live page\"] img').decode()");
    screen.picture(FOLDER.resolve("pages.png"));

    screen.open(address + "/keywords?name=sign%20in%20as");
    screen.seeText("//section[@aria-label='Uses of sign in as']", "calls in");
    screen.see("//aside[@aria-label='Repeats']//button");
    screen.picture(FOLDER.resolve("keywords.png"));
    screen.press("(//aside[@aria-label='Repeats']//button[.='Extract keyword'])[1]");
    screen.see("//*[@role='dialog']//tr[@data-change='added']");
    screen.picture(FOLDER.resolve("extract.png"));
    screen.keys(Keys.ESCAPE);

    screen.open(address + "/data?name=price%20list");
    screen.press("(//*[@role='grid']//*[@role='gridcell'][normalize-space()='Glaze'])[1]");
    screen.seeText("//aside[@aria-label='Lens']", "column programme");
    screen.picture(FOLDER.resolve("data.png"));
    screen.keys(Keys.ENTER);
    screen.see("//*[@data-cursor][normalize-space()='Glaze']");
    screen.picture(FOLDER.resolve("data-file.png"));

    screen.open(address + "/fixtures");
    screen.press("//*[@data-testid='case-choice']");
    screen.keys("second window");
    screen.press("//*[@role='option'][contains(., 'The receipt opens in a second window')]");
    screen.seeText("//section[@aria-label='Steps']", "The receipt opens in a second window");
    screen.picture(FOLDER.resolve("fixtures.png"));

    screen.open(address + "/environments");
    screen.see("//table[@aria-label='Values of the environments']");
    screen.picture(FOLDER.resolve("environments.png"));
  }
}
