package elmtable.journeys;

import static org.junit.jupiter.api.Assertions.assertFalse;

import java.util.List;
import org.junit.jupiter.api.Test;

/** What is left when the server is killed in the middle of a run. */
class CrashJourney {
  @Test
  void aRunIsInterruptedKeepsWhatHadFinishedAndLeavesNoBrowser() throws Exception {
    try (World world = new World();
        Screen screen = new Screen()) {
      screen.open(world.address() + "/cases/suites/firing-requests.elmt");
      screen.pressButton("Run 14 cases");
      screen.see("//aside[@aria-label='As they come']//li");
      List<ProcessHandle> browsers = World.browsersOf(world.process());
      assertFalse(browsers.isEmpty());
      // What was told half a second before the end is on disk; the list on the page was told before
      // that.
      String finished = screen.seeText("//aside[@aria-label='As they come']//li", " ");
      screen.see("//aside[@aria-label='As they come']//li[3]");
      world.kill();
      World.awaitEnd(browsers);
      world.start();
      screen.open(world.address() + "/runs");
      screen.seeText("//*[@role='status']", "This run was interrupted");
      screen.seeText("//nav[@aria-label='Cases of the run']", finished.lines().toList().get(1));
      screen.see("//nav[@aria-label='Cases of the run']//a[.//*[@aria-label='passed']]");
      screen.see("//nav[@aria-label='Cases of the run']//a[.//*[@aria-label='not run']]");
    }
  }
}
