package elmtable.journeys;

import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.Duration;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** What is left when the server is killed in the middle of a run. */
class CrashJourney {
  @Test
  void aRunIsInterruptedKeepsWhatHadFinishedAndLeavesNoBrowser() throws Exception {
    try (World world = new World();
        Screen screen = new Screen()) {
      screen.open(world.address() + "/cases/suites/firing-requests.elmt");
      screen.pressButton("Run 35 cases");
      screen.see("//aside[@aria-label='As they come']//li");
      List<ProcessHandle> browsers = World.browsersOf(world.process());
      assertFalse(browsers.isEmpty());
      screen.see("//aside[@aria-label='As they come']//li[3]");
      // A case is on disk before it is told, so the one that was told last is there.
      String finished = screen.seeText("//aside[@aria-label='As they come']//li", " ");
      world.kill();
      World.awaitEnd(browsers);
      world.start();
      screen.open(world.address() + "/runs");
      screen.seeText("//*[@role='status']", "This run was interrupted");
      screen.see("//nav[@aria-label='Cases of the run']//a[.//*[@aria-label='not run']]");
      screen.press("//header//button[.//*[@aria-label='passed']]");
      screen.see("//nav[@aria-label='Cases of the run']//a[.//*[@aria-label='passed']]");
      screen.seeText("//nav[@aria-label='Cases of the run']", finished.lines().toList().get(1));
    }
  }

  /** Twenty times by {@code -Dkills=20}; a few times in every run of the tests. */
  @Test
  void everyUpdateThatWasAcknowledgedIsThereAfterAKill() throws Exception {
    Random random = new Random(20);
    int kills = Integer.getInteger("kills", 3);
    try (World world = new World()) {
      Typist one = new Typist(world, "one", Duration.ZERO);
      Typist two = new Typist(world, "two", Duration.ZERO);
      for (int i = 0; i < kills; i++) {
        // At any moment: while one is answered, the other one is on its way.
        (random.nextBoolean() ? one : two).awaitMore(1 + random.nextInt(8));
        world.kill();
        world.startAgain();
        String text = one.text();
        for (Typist typist : List.of(one, two)) {
          for (String line : typist.acknowledged()) {
            assertTrue(text.contains(line), () -> line + " was acknowledged and is gone");
          }
        }
      }
      one.stop();
      two.stop();
      int all = one.acknowledged().size() + two.acknowledged().size();
      System.out.println(all + " updates acknowledged over " + kills + " kills, all there");
    }
  }
}
