package elmtable.journeys;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;

/** A case is written and run from an empty folder without a mouse. */
class KeyboardJourney {
  private static final int MOST_STOPS = 40;

  private Screen screen;

  @Test
  void aCaseIsWrittenAndRunByKeyboardAlone() throws Exception {
    Path project = Files.createTempDirectory("elm-table-empty-").resolve("project");
    Files.createDirectories(project);
    try (World world = World.on(project);
        Screen page = new Screen()) {
      screen = page;
      screen.open(world.address());
      tabTo("An empty suite", true);
      screen.keys(Keys.ENTER);
      screen.see("//*[@role='dialog']");
      screen.keys("Greetings", Keys.ENTER);
      screen.seeText("//h1", "Greetings");
      // The cursor is in the first step.
      screen.see("//*[@role='row'][@aria-rowindex='2']//*[@data-cursor='true']");
      screen.keys("log", Keys.ENTER, "good morning", Keys.ENTER);
      screen.chord(Keys.CONTROL, Keys.ENTER);
      screen.keys("log", Keys.ENTER, "good night", Keys.ENTER);
      screen.saved();
      screen.see("//button[contains(., 'Run 1 case')]");
      tabTo("Run 1 case", false);
      screen.keys(Keys.ENTER);
      screen.see("//nav[@aria-label='Cases of the run']//a[.//*[@aria-label='passed']]");
      String text = Files.readString(world.project().resolve("suites/greetings.elmt"));
      assertEquals(
          """
          suite Greetings

          case First case
          steps
          | log | good morning |
          | log | good night   |
          """,
          text);
    }
  }

  /** Goes on from stop to stop, forwards or backwards. */
  private void tabTo(String words, boolean forwards) {
    for (int i = 0; i < MOST_STOPS; i++) {
      if (forwards) {
        screen.keys(Keys.TAB);
      } else {
        screen.chord(Keys.SHIFT, Keys.TAB);
      }
      Object at =
          screen.script(
              """
              const at = document.activeElement;
              return at.getAttribute('aria-label') ?? at.textContent;
              """);
      if (String.valueOf(at).contains(words)) {
        return;
      }
    }
    throw new AssertionError("no stop of Tab is called “" + words + "”");
  }
}
