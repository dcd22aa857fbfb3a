package elmtable.server.trial;

import elmtable.browser.Browser;
import elmtable.browser.Survey.PageElement;
import elmtable.browser.Survey.Sight;
import elmtable.browser.Target;
import elmtable.keyword.Group;
import elmtable.keyword.Keyword;
import elmtable.keyword.Param;
import elmtable.keyword.StepContext;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Keywords of a trial: they look, and keep what they saw. No project sees them. */
@Group("Trials")
public final class LookingKeywords {
  static final String LOOK_FOR = "trial looks for";
  static final String LOOK_OVER = "trial looks over the page";

  /** Navigation Timing: the status of the page's own answer. */
  private static final String STATUS =
      "return performance.getEntriesByType('navigation')[0]?.responseStatus ?? 0;";

  private static final Duration PAUSE = Duration.ofMillis(100);

  /** What comes late is waited for, but all elements together no longer than this. */
  private Duration patience = Duration.ofMillis(1500);

  private final Map<String, Seen> seen = new LinkedHashMap<>();
  private Optional<Whole> whole = Optional.empty();

  /** An element with the locator that was looked for. */
  record Seen(Target target, Sight sight) {}

  /**
   * The page as a whole.
   *
   * @param status with which the server answered; 0 where the browser does not tell
   */
  record Whole(
      String address,
      String title,
      int status,
      Optional<byte[]> picture,
      List<PageElement> elements) {}

  @Keyword(name = LOOK_FOR, note = "Counts what an element's locator finds.")
  public synchronized void lookFor(StepContext step, @Param(name = "element") Target element) {
    Browser browser = step.browser();
    Sight sight = browser.survey().look(element);
    while (sight.count() == 0 && sight.fault().isEmpty() && patience.isPositive()) {
      step.pause(PAUSE);
      patience = patience.minus(PAUSE);
      sight = browser.survey().look(element);
    }
    seen.put(element.name(), new Seen(element, sight));
  }

  @Keyword(name = LOOK_OVER, note = "Lists what is on the page and takes a picture of it.")
  public synchronized void lookOver(StepContext step) {
    Browser browser = step.browser();
    whole =
        Optional.of(
            new Whole(
                browser.pages().address(),
                browser.pages().title(),
                status(browser),
                browser.pictures().take(List.of()),
                browser.survey().elements()));
  }

  private static int status(Browser browser) {
    return browser.scripts().run(STATUS) instanceof Number status ? status.intValue() : 0;
  }

  /** By the name that the element was looked for by. */
  synchronized Optional<Seen> seen(String name) {
    return Optional.ofNullable(seen.get(name));
  }

  synchronized Optional<Whole> whole() {
    return whole;
  }
}
