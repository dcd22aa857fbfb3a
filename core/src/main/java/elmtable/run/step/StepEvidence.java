package elmtable.run.step;

import elmtable.browser.Browser;
import elmtable.browser.Target;
import elmtable.run.browsers.CaseBrowser;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Optional;

/** What is kept of the page that a step acted on. */
final class StepEvidence {
  private static final Duration LIMIT = Duration.ofSeconds(10);

  private final CaseBrowser browser;
  private final Reporter reporter;

  StepEvidence(CaseBrowser browser, Reporter reporter) {
    this.browser = browser;
    this.reporter = reporter;
  }

  /** What the page showed after a step. */
  void picture(int step) {
    try {
      browser
          .opened()
          .flatMap(page -> page.pictures().take(reporter.secrets().texts()))
          .ifPresent(picture -> reporter.keep(step, "picture", picture, ".png", "after the step"));
    } catch (RuntimeException failure) {
      reporter.log(step, "No picture could be kept: " + failure.getMessage());
    }
  }

  /**
   * A picture with the element outlined, the page's source, its address and title.
   *
   * @param target the element that the step was about, or null
   */
  void ofFailure(int step, Target target, boolean stopped) {
    Optional<Browser> opened = browser.opened();
    if (opened.isEmpty() || stopped) {
      return;
    }
    try {
      Browser page = opened.get();
      page.within(LIMIT);
      if (target != null) {
        page.pictures().outline(target);
      }
      page.pictures()
          .take(reporter.secrets().texts())
          .ifPresent(
              picture -> reporter.keep(step, "picture", picture, ".png", "when the step failed"));
      if (page.dialogs().open().isEmpty()) {
        String source = reporter.mask(page.pages().source());
        reporter.keep(
            step,
            "source",
            source.getBytes(StandardCharsets.UTF_8),
            ".html",
            page.pages().address());
        reporter.log(step, "Page: " + page.pages().title() + " at " + page.pages().address());
      }
    } catch (RuntimeException failure) {
      // Evidence that cannot be taken or kept changes no outcome.
      reporter.log(step, "No evidence could be kept: " + failure.getMessage());
    }
  }
}
