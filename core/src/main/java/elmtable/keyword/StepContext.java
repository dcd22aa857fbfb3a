package elmtable.keyword;

import elmtable.browser.Browser;
import java.time.Duration;

/** What a keyword method may use while it runs. */
public interface StepContext {
  /** The case's browser, opened when first asked for. */
  Browser browser();

  /** How long an action or expectation waits. */
  Duration limit();

  /** A path of the tested application as an address: the environment's base address before it. */
  String address(String path);

  void log(String text);

  /** Keeps a picture of the page as evidence of this step. */
  void keepPicture(String name);

  /** Waits for a time, but not longer than the run goes on. */
  void pause(Duration time);
}
