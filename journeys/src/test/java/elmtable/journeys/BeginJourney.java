package elmtable.journeys;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;

/** From an empty folder and an address to a case that passed. */
class BeginJourney {
  private static Path empty() throws Exception {
    Path project = Files.createTempDirectory("elm-table-empty-").resolve("project");
    return Files.createDirectories(project);
  }

  @Test
  void anEmptyProjectBeginsWithAnAddress() throws Exception {
    try (World world = World.on(empty());
        Screen screen = new Screen()) {
      screen.open(world.address());
      screen.press("//input[@aria-label='Address of the application']");
      screen.keys("two words");
      screen.pressButton("Look at it");
      screen.seeText("//*[@role='alert']", "is no address of an application");
      screen.open(world.address());
      screen.press("//input[@aria-label='Address of the application']");
      screen.keys(world.site() + "/nothing-here");
      screen.pressButton("Look at it");
      screen.seeText("//*[@role='alert']", "The server answers 404 at this address");
      screen.open(world.address());
      screen.press("//input[@aria-label='Address of the application']");
      screen.keys(world.site() + "/sign-in");
      screen.pressButton("Look at it");
      screen.see("//section[@aria-label='The first page']//input[@value='Member']");
      screen.see("//figure/img");
      screen.pressButton("and a first case");
      screen.see("//*[@role='rowgroup'][@aria-label='case Sign in is there']");
      screen.pressButton("Run 1 case");
      screen.see("//header[.//*[@aria-label='passed']]//h2[normalize-space()='Sign in is there']");
      String page = Files.readString(world.project().resolve("pages/sign-in.elmt"));
      assertTrue(page.contains("| Member") && page.contains("| label"), page);
    }
  }

  @Test
  void anEmptyProjectBeginsWithTheDemo() throws Exception {
    try (World world = World.on(empty());
        Screen screen = new Screen()) {
      screen.open(world.address());
      screen.pressButton("The demo");
      screen.see("//nav//*[normalize-space()='Clay stock']");
      assertTrue(Files.exists(world.project().resolve("suites/clay-stock.elmt")));
      assertTrue(Files.exists(world.project().resolve("data/recipes.xlsx")));
    }
  }

  @Test
  void theSameOnTheCommandLine() throws Exception {
    try (World world = World.on(empty())) {
      Path made = world.project().resolve("kilns");
      List<String> printed =
          world.command("new", made.toString(), "--address", world.site() + "/sign-in");
      assertEquals("0", printed.getLast(), printed.toString());
      List<String> ran =
          world.command("run", made.toString(), "--out", world.project() + "/results");
      assertEquals("0", ran.getLast(), ran.toString());
      List<String> again = world.command("new", made.toString(), "--address", world.site());
      assertEquals("2", again.getLast(), "a project is there already");
      List<String> wrong =
          world.command("new", world.project() + "/other", "--address", "no address");
      assertEquals("2", wrong.getLast());
    }
  }
}
