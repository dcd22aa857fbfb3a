package elmtable.journeys;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.Keys;

/** Pages, keywords, data, fixtures and environments, as one works in their stations. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class StationsJourney {
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

  private void station(String word) {
    screen.open(world.address() + "/plan");
    screen.press("//nav[@aria-label='Stations']//a[normalize-space()='" + word + "']");
  }

  private void inFile(String path, String text) {
    screen.until("“" + text + "” in " + path, () -> read(path).contains(text));
  }

  private String read(String path) {
    try {
      return Files.readString(world.project().resolve(path));
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
  }

  @Test
  void casesOfAllSuitesAreSwitchedOffAndOnInOneTable() {
    String suites = "suites/receipts.elmt";
    screen.open(world.address() + "/cases/" + suites);
    screen.press("//a[normalize-space()='All cases']");
    screen.seeText("//main//*[@role='status']", "of 10 suites");
    String row = "//*[@role='grid']//*[@role='row'][*[normalize-space()='%s']]";
    screen.press("(" + row.formatted("Receipts") + "/*[@role='gridcell'])[2]");
    screen.keys(Keys.F8);
    inFile(suites, "run: no");
    screen.see(row.formatted("Receipts") + "//*[normalize-space()='out']");
    screen.chord(Keys.CONTROL, "z");
    screen.until("“run: no” gone", () -> !read(suites).contains("run: no"));
  }

  @Test
  void callsAreAddedAndTakenAwayInTheComposition() {
    screen.open(world.address() + "/keywords?composition=suites%2Freceipts.elmt");
    screen.see("//*[@role='grid'][@aria-label='Composition of the cases']");
    screen.press("//button[@aria-label='Add a keyword to the grid']");
    screen.press("//*[@role='option'][normalize-space()='expect receipt']");
    String cell = "(//*[@role='grid']//button[contains(@aria-label, 'expect receipt: %s')])[1]";
    screen.press(cell.formatted("not called"));
    inFile("suites/receipts.elmt", "expect receipt");
    screen.press(cell.formatted("step"));
    screen.see(cell.formatted("not called"));
    inFile("suites/receipts.elmt", "suite Receipts");
    screen.seeText("//*[@data-testid='problem-count']", "no problems");
  }

  @Test
  void aCaseIsReadByTheRowsOfItsData() {
    screen.open(world.address() + "/cases/suites/firing-requests.elmt");
    screen.press(Screen.cell("<programme>", "fill in the request", 0));
    screen.chord(Keys.ALT, Keys.ARROW_RIGHT);
    screen.see("//b[normalize-space()='row 1 of 4']");
    screen.seeText("//*[@role='row'][contains(., 'expect shown')]", "is no, skipped");
    screen.chord(Keys.ALT, Keys.ARROW_RIGHT);
    screen.seeText("//*[@role='row'][contains(., 'expect shown')]", "is yes");
    screen.seeText("//*[@role='row'][contains(., 'expect text')]", "Booked: 1 shelf");
    screen.keys(Keys.ESCAPE);
    screen.see("(//button[normalize-space()='Read by row'])[1]");
  }

  @Test
  void aSelectionIsKeptAsAPlanAndRun() {
    screen.open(world.address() + "/plan?tags=offer");
    screen.pressButton("Save as a plan");
    screen.press("//label[normalize-space()='Name']//input");
    screen.keys("offers", Keys.ENTER);
    screen.see("//h1[normalize-space()='offers']");
    inFile("plans.elmt", "plan offers\ntags: offer");
    screen.see("//nav[@aria-label='Saved plans']//a[@aria-current][contains(., 'offers')]");
    screen.press("//label[contains(., 'tags')]//input");
    screen.keys(" or mixer", Keys.ENTER);
    screen.pressButton("Save the plan");
    inFile("plans.elmt", "plan offers\ntags: offer or mixer");
    screen.see("//header//a[normalize-space()='Open its sheet']");
    screen.press("//nav[@aria-label='Saved plans']//a[contains(., 'smoke')]");
    screen.see("//h1[normalize-space()='smoke']");
    screen.seeText("//header//button[contains(@aria-label, 'How it is run')]", "3 workers");
  }

  @Test
  void stepsThatRepeatBecomeAKeywordInAllTheirPlaces() {
    station("Keywords");
    screen.press("//nav[@aria-label='Keywords']//a[contains(., 'sign in as')]");
    screen.see("//h1[normalize-space()='sign in as']");
    screen.see("//table[@aria-label='Takes']//tr[contains(., 'member')]");
    screen.seeText("//section[@aria-label='Uses of sign in as']", "calls in");

    screen.press("(//aside[@aria-label='Repeats']//button[.='Extract keyword'])[1]");
    screen.see("//input[@aria-label='Name of the keyword']");
    screen.chord(Keys.CONTROL, "a");
    screen.keys("fill in the sign-in");
    screen.seeText("//*[@role='dialog']", "stand in 3 places");
    screen.see("//*[@role='dialog']//tr[@data-change='added'][contains(., 'fill in the sign-in')]");
    screen.press("//*[@role='dialog']//button[contains(., 'Extract and replace in 3 places')]");
    screen.see("//nav[@aria-label='Keywords']//a[contains(., 'fill in the sign-in')]");
    inFile("keywords/page-tasks.elmt", "keyword fill in the sign-in");
    screen.seeText("//*[@data-testid='problem-count']", "no problems");
  }

  @Test
  void aKeywordIsRenamedWhereverItIsCalled() {
    screen.open(world.address() + "/cases/keywords/studio-tasks.elmt");
    screen.press(
        "//*[@role='rowgroup'][@aria-label='keyword expect receipt']"
            + "//*[@role='gridcell'][contains(., 'expect receipt')]");
    screen.keys(Keys.F6);
    screen.see("//input[@aria-label='New name']");
    screen.chord(Keys.CONTROL, "a");
    screen.keys("see the receipt");
    screen.see("//*[@role='dialog']//tr[@data-change='added'][contains(., 'see the receipt')]");
    screen.chord(Keys.CONTROL, Keys.ENTER);
    inFile("keywords/studio-tasks.elmt", "keyword see the receipt");
    screen.seeText("//*[@data-testid='problem-count']", "no problems");
    screen.seeNo("//*[@role='dialog']");
    screen.chord(Keys.CONTROL, "z");
    inFile("keywords/studio-tasks.elmt", "keyword expect receipt");
  }

  @Test
  void aDataSetShowsItsRowsAndWhatHappensToThem() {
    station("Data");
    screen.press("//nav[@aria-label='Data sets']//a[contains(., 'price list')]");
    screen.see("//h1[normalize-space()='price list']");
    screen.seeText("//ol[@aria-label='What happens to the rows']", "data/price-list.csv");
    screen.press("(//*[@role='grid']//*[@role='gridcell'][normalize-space()='Glaze'])[1]");
    screen.seeText("//aside[@aria-label='Lens']", "column programme");
    screen.keys(Keys.ARROW_DOWN);
    screen.seeText("//aside[@aria-label='Lens']//h2", "Row 4");
    screen.press("//input[@aria-label='Filter the rows that are here']");
    screen.keys("Raku");
    screen.seeText("//footer", "1 of 5 rows");
  }

  @Test
  void aFileOfRowsIsEditedInPlaceAndItsRowsFollow() {
    screen.open(world.address() + "/data?name=price+list");
    screen.press("//*[@role='gridcell'][normalize-space()='63.00']");
    screen.keys(Keys.ENTER);
    screen.see("//*[@role='grid'][@aria-label='Rows of data/price-list.csv']");
    screen.see("//*[@data-cursor][normalize-space()='63.00']");
    screen.keys("64.00", Keys.TAB);
    screen.chord(Keys.CONTROL, Keys.ENTER);
    inFile("data/price-list.csv", "3,Raku,64.00\n,,\n");
    screen.chord(Keys.CONTROL, Keys.DELETE);
    screen.press("//button[normalize-space()='Rows']");
    screen.see("//*[@role='gridcell'][normalize-space()='64.00']");
    screen.seeText("//ol[@aria-label='What happens to the rows']", "5");
    inFile("data/price-list.csv", "3,Raku,64.00\n");
  }

  @Test
  void aFileOfOnesDeskBecomesADataSetInItsStation(@TempDir Path desk) throws IOException {
    Path file = desk.resolve("opening hours.csv");
    String before = read("data/interface.elmt");
    Files.writeString(file, "day;opens;fee\nMonday;9:00;1,50\nSunday;;2,00\n");
    station("Data");
    screen.attach("//input[@type='file']", file);
    screen.see("//*[@role='dialog']//*[normalize-space()='separator: ;']");
    screen.see("//*[@role='dialog']//tr[td[normalize-space()='1,50']]");
    screen.pressButton("Make 1 data set");
    screen.see("//h1[normalize-space()='opening hours']");
    screen.see("//*[@role='gridcell'][normalize-space()='Sunday']");
    screen.until(
        "the file in the folder",
        () -> read("data/opening-hours.csv").contains("Monday;9:00;1,50"));
    inFile("data/interface.elmt", "data opening hours\nfrom: data/opening-hours.csv\n");
    // Nothing uses it, which other journeys would be warned of.
    Files.writeString(world.project().resolve("data/interface.elmt"), before);
    screen.seeText("//*[@data-testid='problem-count']", "no problems");
  }

  @Test
  void whatSurroundsACaseIsDrawn() {
    station("Fixtures");
    screen.press("//nav[@aria-label='Fixtures and hooks']//a[contains(., 'signed in as')]");
    screen.see("//section[@aria-label='signed in as Wren Aldous']//section[@aria-label='Steps']");
    screen.seeText("//aside[@aria-label='Lens']", "keep session");
    screen.press("//*[@data-testid='case-choice']");
    screen.keys("second window");
    screen.press("//*[@role='option'][contains(., 'The receipt opens in a second window')]");
    screen.seeText("//section[@aria-label='Steps']", "The receipt opens in a second window");
  }

  @Test
  void anEnvironmentThatIsLikeAnotherIsGivenAValueOfItsOwn() {
    station("Environments");
    screen.press("//button[@aria-label='New environment or browser']");
    screen.press("//*[@role='dialog']//input");
    screen.keys("far", Keys.ENTER);
    screen.see("//*[@role='rowgroup'][@aria-label='environment far']");
    screen.press("//nav[@aria-label='Environments and browsers']//a[.='Side by side']");
    screen.press("//button[starts-with(@aria-label, 'currency in far')]");
    screen.keys("kr", Keys.ENTER);
    screen.see("//button[@aria-label='currency in far: kr']");
    inFile("environments.elmt", "| currency | kr");
    screen.press("//header//button[@aria-label='Environment']");
    screen.press("//*[@role='option'][normalize-space()='far']");
    screen.seeText(
        "//table[@aria-label='Values of the environments']//th[contains(., 'far')]", "in force");
    screen.press("//header//button[@aria-label='Environment']");
    screen.press("//*[@role='option'][normalize-space()='local']");
  }

  @Test
  void anElementWhoseNameHasPlacesIsTriedAsAStepHasIt() {
    screen.open(world.address() + "/pages?name=Kilns");
    screen.press("//button[starts-with(normalize-space(), 'Try all')]");
    screen.see(
        "//table[@aria-label='Elements of Kilns']//tr[contains(., 'Row of')]"
            + "//*[@title='As “Row of Birch”'][contains(., '1')]");
  }

  @Test
  void anElementThatIsNotFoundIsRepairedFromTheLivePage() {
    screen.open(world.address() + "/pages?name=Sign-in");
    screen.pressButton("Try all 4");
    screen.seeText("//*[@role='status'][contains(., 'found once')]", "4 of 4 elements found once");
    screen.see("//section[@aria-label='Live page']//img");

    screen.open(world.address() + "/cases/pages/studio.elmt");
    screen.press(
        "(//*[@role='row'][.//*[@role='gridcell'][normalize-space()='Sign in button']]"
            + "//*[@role='gridcell'])[3]");
    screen.keys(Keys.F2);
    screen.see("//textarea[@data-editing]");
    screen.chord(Keys.CONTROL, "a");
    screen.keys("Sign me in", Keys.ENTER);
    screen.saved();
    screen.open(world.address() + "/pages?name=Sign-in");
    screen.pressButton("Try all 4");
    screen.seeText("//*[@role='status'][contains(., 'found once')]", "3 of 4 elements found once");
    screen.seeText("//table[@aria-label='Elements of Sign-in']", "Most like it is button Sign in");
    screen.pressButton("Use it");
    screen.seeText("//*[@role='status'][contains(., 'found once')]", "4 of 4 elements found once");
    screen.seeNo("//td[contains(., 'Most like it')]");
  }

  @Test
  void manualScenariosBecomeCasesThatKeepTheirLink() {
    station("Intake");
    screen.see("//h1[normalize-space()='manual-scenarios']");
    screen.seeText("//figure[@aria-label='Coverage']", "of 62 sentences");
    onlyScenario("The keeper approves a firing");
    screen.press("//*[@role='row']//*[starts-with(@title, 'The keeper approves')]");
    screen.seeText("//aside[@aria-label='Lens']", "cancel the firing");
    screen.press("//*[@role='row']//*[normalize-space()='The member is told on the telephone']");
    screen.keys(Keys.F2, "Told", Keys.ENTER);
    screen.seeText("//aside[@aria-label='Lens']", "Accepted as “expect text”.");
    screen.seeText("//*[@role='row'][contains(., 'The member is told')]", "Told");
    screen.pressButton("Take that back");
    screen.seeText("//aside[@aria-label='Lens']", "F2 corrects it");
    screen.press("//input[@aria-label='Draft The keeper approves a firing']");
    onlyScenario("The receipt comes by mail");
    screen.press("//input[@aria-label='Draft The receipt comes by mail']");
    screen.pressButton("Draft 12 cases");
    screen.see("//h1[normalize-space()='Manual scenarios']");
    screen.seeText("//*[@role='grid']", "intake/manual-scenarios.xlsx / MS-1");
    screen.seeText("//*[@data-testid='problem-count']", "no problems");
    station("Intake");
    screen.seeText("//h1[normalize-space()='manual-scenarios']/..", "12 covered by cases");
    screen.see("//button[normalize-space()='Draft 2 cases']");
  }

  private void onlyScenario(String title) {
    screen.press("//input[@aria-label='Filter the sentences']");
    screen.keys(Keys.ESCAPE, title);
    screen.until(
        "only " + title,
        () ->
            screen
                .script("return document.querySelectorAll('[role=row] input').length")
                .equals(1L));
  }
}
