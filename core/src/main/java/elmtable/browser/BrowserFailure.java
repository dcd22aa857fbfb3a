package elmtable.browser;

/**
 * What a browser could not do. Its message is for a person: what was waited for, and what was there
 * instead.
 *
 * <p>{@link Kind} tells whether the tested application is to blame (the step fails) or the
 * machinery (an error).
 */
public final class BrowserFailure extends RuntimeException {
  private static final long serialVersionUID = 1;

  /** Whose failure it is. */
  public enum Kind {
    /** The page was not as the step needs it. */
    PAGE,
    /** The browser or its driver is gone or does not answer. */
    LOST
  }

  private final Kind kind;

  public BrowserFailure(Kind kind, String message) {
    super(message);
    this.kind = kind;
  }

  public BrowserFailure(Kind kind, String message, Throwable cause) {
    super(message, cause);
    this.kind = kind;
  }

  public Kind kind() {
    return kind;
  }
}
