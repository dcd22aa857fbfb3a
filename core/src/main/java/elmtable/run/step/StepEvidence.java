package elmtable.run.step;

import elmtable.browser.Browser;
import elmtable.browser.Target;
import elmtable.run.browsers.CaseBrowser;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What is kept of the page that a step acted on. */
final class StepEvidence {
  private static final Duration LIMIT = Duration.ofSeconds(10);
  private static final int MOST_MEGABYTES = 20;
  private static final long MOST_BYTES = MOST_MEGABYTES * 1024L * 1024L;
  private static final Pattern ENDING = Pattern.compile("\\.[A-Za-z0-9]{1,8}$");

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

  /** A file that a page had the browser download. */
  void download(int step, Path file) {
    String name = file.getFileName().toString();
    try {
      if (Files.size(file) > MOST_BYTES) {
        reporter.log(step, name + " was not kept: it is larger than " + MOST_MEGABYTES + " MB.");
        return;
      }
      byte[] content = Files.readAllBytes(file);
      if (holdsSecret(content)) {
        reporter.log(step, name + " was not kept: there is a secret in it.");
        return;
      }
      reporter.keep(step, "download", content, suffix(name), name);
    } catch (IOException | RuntimeException failure) {
      reporter.log(step, name + " could not be kept: " + failure.getMessage());
    }
  }

  /** Bytes as characters of one byte each, so that texts are found in files of any kind. */
  private boolean holdsSecret(byte[] content) {
    String bytes = new String(content, StandardCharsets.ISO_8859_1);
    return reporter.secrets().texts().stream()
        .map(text -> text.getBytes(StandardCharsets.UTF_8))
        .anyMatch(secret -> bytes.contains(new String(secret, StandardCharsets.ISO_8859_1)));
  }

  private static String suffix(String name) {
    Matcher ending = ENDING.matcher(name);
    return ending.find() ? ending.group().toLowerCase(Locale.ROOT) : ".bin";
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
