package elmtable.browser;

import java.time.Duration;
import java.util.Optional;

/**
 * One isolated browser as a case uses it, by topic. Actions wait by themselves, up to their limit,
 * until their element is found once, shown, enabled, still and not covered, and otherwise throw a
 * {@link BrowserException} that says which of these it was not. Not for use by several threads at
 * once, but for {@link #close()}.
 */
public interface Browser extends AutoCloseable {
  Pages pages();

  Pointer pointer();

  Keyboard keyboard();

  Fields fields();

  Elements elements();

  Windows windows();

  Dialogs dialogs();

  Network network();

  Downloads downloads();

  Storage storage();

  State state();

  Scripts scripts();

  Pictures pictures();

  Survey survey();

  /**
   * Begins a step: from now on, whatever is asked of the browser is answered within this time or
   * ends as a failure of the kind {@link BrowserException.Kind#SILENT}.
   */
  void within(Duration limit);

  /** Whether it can be used (further); one that fell silent or whose program ended cannot. */
  boolean isUsable();

  /** What this browser is, for a report: name and version. */
  String description();

  @Override
  void close();

  /** Opens browsers. */
  interface Launcher extends AutoCloseable {
    /** Browsers for one worker, which uses them one after another. */
    Pool pool(BrowserConfig config);

    /**
     * What is not there that such a browser needs, in words with the remedy; nothing where all is.
     * Only looked at, within two seconds: nothing is started.
     */
    default Optional<String> missing(BrowserConfig config) {
      return Optional.empty();
    }

    /** Ends every browser it opened and its driver. */
    @Override
    void close();
  }

  /** Opens browsers for one worker. */
  interface Pool extends AutoCloseable {
    /**
     * A fresh browser that shares nothing with any other. May be called while the one before is
     * still in use, and the new one is then used when that one is closed.
     */
    Browser open();

    @Override
    void close();
  }
}
