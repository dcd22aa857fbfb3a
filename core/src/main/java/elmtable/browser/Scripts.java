package elmtable.browser;

import java.util.List;

/** Scripts that are run in the page, and what its own scripts report. */
public interface Scripts {
  /**
   * Runs a script in the page as the body of a function.
   *
   * @return what it returns, read as JSON; null for nothing
   */
  Object run(String script);

  /** Errors that the page has reported since this browser was opened, oldest first. */
  List<String> consoleErrors();
}
