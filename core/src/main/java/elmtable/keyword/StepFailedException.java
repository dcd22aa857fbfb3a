package elmtable.keyword;

import java.time.Duration;

/**
 * A step whose expectation did not hold.
 *
 * <p>{@code wanted} and {@code found} may be null where the message says all.
 */
public final class StepFailedException extends RuntimeException {
  private static final long serialVersionUID = 1;

  private final String wanted;
  private final String found;
  private final Duration waited;

  public StepFailedException(String message, String wanted, String found, Duration waited) {
    super(message, null, false, false);
    this.wanted = wanted;
    this.found = found;
    this.waited = waited;
  }

  public StepFailedException(String message) {
    this(message, null, null, null);
  }

  public String wanted() {
    return wanted;
  }

  public String found() {
    return found;
  }

  /** How long was waited, or null. */
  public Duration waited() {
    return waited;
  }
}
