package elmtable.keyword;

import elmtable.browser.Browser;
import elmtable.browser.Credentials;
import elmtable.formula.Value;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Optional;
import java.util.function.Supplier;

/** What a keyword method may use while it runs. */
public interface StepContext {
  /** The case's browser, opened when first asked for. */
  Browser browser();

  /** How long an action or expectation waits. */
  Duration limit();

  /** A path of the tested application as an address: the environment's base address before it. */
  String address(String path);

  /** What answers sites of the environment that ask for basic authentication. */
  Optional<Credentials> credentials();

  /**
   * What a keyword keeps from one step of a case to the next.
   *
   * @param kind tells it apart from what other keywords keep
   * @param first makes it when first asked for
   */
  <T> T ofCase(Class<T> kind, Supplier<T> first);

  /**
   * Hands a value to later cases.
   *
   * @param keep whether later runs in the same environment get it, too
   */
  void publish(String name, Value value, boolean keep);

  void log(String text);

  /** Keeps a picture of the page as evidence of this step. */
  void keepPicture(String name);

  /**
   * Keeps a file that was downloaded as evidence of this step, unless it is too large for that or
   * holds a secret, which is then logged.
   */
  void keepDownload(Path file);

  /** Waits for a time, but not longer than the run goes on. */
  void pause(Duration time);
}
