package elmtable.webdriver.bidi;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.webdriver.bidi.events.ContextEvents;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import org.junit.jupiter.api.Test;

/** Contexts on their way from one case to a later one. */
class WipedContextsTest {
  /** What wipes them, once it is told to. */
  private final List<Runnable> wiping = new ArrayList<>();

  private final WipedContexts contexts = new WipedContexts(wiping::add);

  private static Supplier<Optional<UserContext>> context(String id) {
    return () -> Optional.of(new UserContext(id, new ContextEvents(), "window", Optional.empty()));
  }

  private String taken() {
    return contexts.take().map(UserContext::id).orElse("none");
  }

  @Test
  void oneThatIsReadyGoesBeforeOneThatIsBeingWiped() {
    contexts.add(context("slow"));
    contexts.add(context("fast"));
    wiping.get(1).run();
    assertEquals("fast", taken());
    wiping.get(0).run();
    assertEquals("slow", taken());
    assertEquals("none", taken());
  }

  @Test
  void oneThatCannotBeWipedIsPassedOver() {
    contexts.add(Optional::empty);
    contexts.add(() -> {
      throw new IllegalStateException("broken");
    });
    contexts.add(context("next"));
    wiping.get(0).run();
    assertThrows(IllegalStateException.class, () -> wiping.get(1).run());
    wiping.get(2).run();
    assertEquals("next", taken());
    assertEquals("none", taken());
  }

  @Test
  void whatWaitsAndWhatStillComesIsEndedWithTheProgram() {
    List<String> ended = new ArrayList<>();
    contexts.add(context("ready"));
    wiping.get(0).run();
    contexts.add(context("waits"));
    contexts.close(context -> ended.add(context.id()));
    assertEquals(List.of("ready"), ended);
    contexts.add(context("comes"));
    wiping.subList(1, 3).forEach(Runnable::run);
    assertEquals(List.of("ready", "waits", "comes"), ended);
    assertTrue(contexts.take().isEmpty());
  }
}
