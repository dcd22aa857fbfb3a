package elmtable.browser;

/**
 * What a browser could not do. Its message is for a person: what was waited for, and what was there
 * instead.
 *
 * <p>{@link Kind} tells whether the tested application is to blame (the step fails) or the
 * machinery (an error).
 */
public final class BrowserException extends RuntimeException {
  private static final long serialVersionUID = 1;

  /** Whose failure it is. */
  public enum Kind {
    /** The page was not as the step needs it. */
    PAGE,
    /** The page does not answer any more, and its browser is of no further use. */
    SILENT,
    /** The browser or its driver is gone or does not answer. */
    LOST
  }

  private final Kind kind;
  private final String wanted;
  private final String found;

  public BrowserException(Kind kind, String message) {
    this(kind, message, null, null, null);
  }

  public BrowserException(Kind kind, String message, Throwable cause) {
    this(kind, message, null, null, cause);
  }

  private BrowserException(
      Kind kind, String message, String wanted, String found, Throwable cause) {
    super(message, cause);
    this.kind = kind;
    this.wanted = wanted;
    this.found = found;
  }

  /** A page that was not as wanted, with what was there instead. */
  public static BrowserException page(String message, String wanted, String found) {
    return new BrowserException(Kind.PAGE, message, wanted, found, null);
  }

  /** What the page should have had, or null. */
  public String wanted() {
    return wanted;
  }

  /** What it had, or null. */
  public String found() {
    return found;
  }

  public Kind kind() {
    return kind;
  }
}
