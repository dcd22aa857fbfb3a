package elmtable.journeys;

import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.openqa.selenium.Keys;

/** One document in several hands: a slow server, none at all, a second person, the folder. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class DocumentJourney {
  private static final String PLACE = "/cases/suites/my-firings.elmt";
  private static final String SORTED = "Sorted by shelves";

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

  private void open(Screen page) {
    page.open(world.address() + PLACE);
    page.see(Screen.cell(SORTED, "press", 0));
  }

  private Path file() {
    return world.project().resolve("suites/my-firings.elmt");
  }

  private String text() {
    try {
      return Files.readString(file());
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
  }

  /** What the file holds of a case's steps, without the padding and empty cells at their ends. */
  private String steps() {
    String own = text().split("case " + SORTED)[1].split("\n\n")[0];
    return own.replaceAll(" +\\|", " |").replaceAll("( \\|)+(?=\n)", " |");
  }

  private void inFile(String part) {
    screen.until("“" + part + "” in the file", () -> steps().contains(part));
  }

  @Test
  void whatIsTypedFastLandsWhereItBelongsOnASlowServer() {
    open(screen);
    // Far longer than what follows takes, so that all of it is there before the first answer.
    Duration answer = Duration.ofSeconds(10);
    screen.slow(answer);
    try {
      screen.press(Screen.cell(SORTED, "open", 0));
      Instant began = Instant.now();
      screen.chord(Keys.CONTROL, Keys.ENTER);
      screen.keys("log", Keys.ENTER, "one", Keys.ENTER);
      screen.keys(Keys.ARROW_UP);
      screen.chord(Keys.CONTROL, Keys.ENTER);
      screen.keys("log", Keys.ENTER, "two");
      // A click anywhere else keeps what was typed.
      screen.press(Screen.cell(SORTED, "expect text", 1));
      screen.see(Screen.cell(SORTED, "log", 1) + "[contains(., 'one')]");
      Duration took = Duration.between(began, Instant.now());
      assertTrue(took.compareTo(answer) < 0, "nothing waited for it, but it took " + took);
    } finally {
      screen.slow(Duration.ZERO);
    }
    inFile("| log | one |\n| log | two |");
    for (int i = 0; i < 6; i++) {
      screen.chord(Keys.CONTROL, "z");
    }
    screen.until("all of it undone", () -> !steps().contains("log"));
  }

  @Test
  void whatIsTypedWhileTheServerIsAwayIsThereWhenItComesBack() throws Exception {
    open(screen);
    world.kill();
    screen.press(Screen.cell(SORTED, "press", 1));
    screen.keys("Sort by Programme", Keys.ENTER);
    screen.press(Screen.cell(SORTED, "expect text", 2));
    screen.keys("EK-1111", Keys.ENTER);
    screen.see(Screen.cell(SORTED, "expect text", 2) + "[contains(., 'EK-1111')]");
    screen.seeText("//*[@role='alert']", "not saved for");
    screen.open("about:blank");
    world.startAgain();
    screen.open(world.address() + PLACE);
    screen.see(Screen.cell(SORTED, "expect text", 2) + "[contains(., 'EK-1111')]");
    screen.saved();
    inFile("| press | Sort by Programme |");

    // A page that stays open goes on by itself, too.
    world.kill();
    screen.press(Screen.cell(SORTED, "expect text", 2));
    screen.keys("EK-2032", Keys.ENTER);
    screen.press(Screen.cell(SORTED, "press", 1));
    screen.keys("Sort by Shelves", Keys.ENTER);
    world.startAgain();
    screen.saved();
    inFile("| press | Sort by Shelves |");
    inFile("EK-2032");
  }

  @Test
  void twoPeopleSeeEachOther() throws Exception {
    open(screen);
    try (Screen other = new Screen()) {
      open(other);
      screen.press(Screen.cell(SORTED, "expect text", 0));
      other.press(Screen.cell(SORTED, "press", 1));
      other.keys("Sort by Programme", Keys.ENTER);
      Instant typed = Instant.now();
      screen.see(Screen.cell(SORTED, "press", 1) + "[contains(., 'Sort by Programme')]");
      System.out.println(
          "From one's key to the other's page: "
              + Duration.between(typed, Instant.now()).toMillis()
              + " ms");
      screen.see("//*[@data-glow]//*[@role='row']");
      screen.see("//*[@role='row'][contains(., 'expect text')]//*[@data-person]");
      screen.press(Screen.cell(SORTED, "press", 1));
      screen.keys("Sort by Shelves", Keys.ENTER);
      other.see(Screen.cell(SORTED, "press", 1) + "[contains(., 'Sort by Shelves')]");
      // Undo takes back one's own only.
      other.press(Screen.cell(SORTED, "open", 0));
      other.chord(Keys.CONTROL, Keys.ENTER);
      screen.see(Screen.cell(SORTED, "", 0));
      other.chord(Keys.CONTROL, "z");
      other.seeNo(Screen.cell(SORTED, "", 0));
      screen.seeNo(Screen.cell(SORTED, "", 0));
    }
    inFile("| press | Sort by Shelves |");
  }

  @Test
  void undoLeavesWhatAnotherOneChangedSince() throws Exception {
    open(screen);
    try (Screen other = new Screen()) {
      open(other);
      screen.press(Screen.cell(SORTED, "expect text", 2));
      screen.keys("EK-4444", Keys.ENTER);
      other.see(Screen.cell(SORTED, "expect text", 2) + "[contains(., 'EK-4444')]");
      other.press(Screen.cell(SORTED, "expect text", 2));
      other.keys("EK-3333", Keys.ENTER);
      screen.see(Screen.cell(SORTED, "expect text", 2) + "[contains(., 'EK-3333')]");
      screen.chord(Keys.CONTROL, "z");
      screen.seeText("//*[@role='status'][contains(., 'Not undone')]", "EK-2032");
      screen.pressButton("Use it");
      screen.see(Screen.cell(SORTED, "expect text", 2) + "[contains(., 'EK-2032')]");
      screen.seeNo("//*[@role='status'][contains(., 'Not undone')]");
    }
  }

  @Test
  void whatChangesInTheFolderIsInThePage() throws Exception {
    open(screen);
    String before = text();
    Files.writeString(file(), before.replace("EK-2032", "EK-7777"));
    screen.see(Screen.cell(SORTED, "expect text", 2) + "[contains(., 'EK-7777')]");
    screen.seeText("//header//*[@role='status']", "folder changed 1 document");
    screen.pressButton("See what");
    screen.seeText("//*[@role='dialog']//tr[@data-change='added']", "EK-7777");
    screen.pressButton("Close");
    screen.seeNo("//header//*[@role='status'][contains(., 'folder changed')]");
    Files.writeString(file(), before);
    screen.see(Screen.cell(SORTED, "expect text", 2) + "[contains(., 'EK-2032')]");
  }

  @Test
  void headsSectionsAndCasesAreMadeInPlace() {
    open(screen);
    screen.pressButton("+ case");
    screen.see("//textarea[@data-editing]");
    screen.chord(Keys.CONTROL, "a");
    screen.keys("Made in place", Keys.ENTER);
    screen.see("//*[@role='rowgroup'][@aria-label='case Made in place']");
    screen.until("the case in the file", () -> text().contains("case Made in place\nsteps\n"));
    screen.pressOther("//*[@role='rowgroup'][@aria-label='case Made in place']//h2");
    screen.press("//*[@role='menuitem'][normalize-space()='Add data']");
    screen.until("its data", () -> text().contains("case Made in place\ndata\n| name |\n"));
    screen.press("//*[@role='rowgroup'][@aria-label='case Made in place']//h2");
    screen.press(
        "//*[@role='rowgroup'][@aria-label='case Made in place']//*[@aria-label='tags: none']");
    screen.keys("draft", Keys.ENTER);
    screen.until("its tags", () -> text().contains("case Made in place\ntags: draft\ndata\n"));
    screen.press("//*[@role='rowgroup'][@aria-label='case Made in place']//h2");
    screen.chord(Keys.CONTROL, Keys.DELETE);
    screen.seeNo("//*[@role='rowgroup'][@aria-label='case Made in place']");
    screen.until("it is gone", () -> !text().contains("Made in place"));
  }

  @Test
  void historyIsReadAndADocumentBroughtBack() {
    open(screen);
    screen.press(Screen.cell(SORTED, "expect text", 2));
    screen.keys("EK-5555", Keys.ENTER);
    screen.saved();
    inFile("EK-5555");
    screen.press("//*[@role='radio'][normalize-space()='History']");
    screen.seeText("//ol[@aria-label='History of the document']", "case " + SORTED);
    screen.press("(//ol[@aria-label='History of the document']//button)[last()]");
    screen.seeText("//*[@role='dialog']//tr[@data-change='removed']", "EK-2032");
    screen.press("//*[@role='dialog']//*[@role='radio'][normalize-space()='All of it']");
    screen.seeText("//*[@role='dialog']//pre", "case " + SORTED);
    screen.pressButton("Take this state back");
    screen.see(Screen.cell(SORTED, "expect text", 2) + "[contains(., 'EK-2032')]");
    screen.press("//*[@role='radio'][contains(., 'Step')]");

    screen.press("//nav[@aria-label='Stations']//a[normalize-space()='Data']");
    screen.pressOther("//nav[@aria-label='Data sets']//a[contains(., 'price list')]");
    screen.press("//*[@role='menuitem'][normalize-space()='Remove document']");
    screen.until(
        "the file is gone", () -> !Files.exists(world.project().resolve("data/price-list.elmt")));
    // Once the list is without it, nothing moves under the pointer any more.
    screen.seeNo("//nav[@aria-label='Data sets']//a[contains(., 'price list')]");
    screen.pressButton("Bring back");
    screen.until(
        "the file is there again",
        () -> Files.exists(world.project().resolve("data/price-list.elmt")));
    screen.seeText("//*[@data-testid='problem-count']", "no problems");
  }
}
