package elmtable.webdriver.page;

import java.time.Duration;

/** Times as messages say them. */
public final class Seconds {
  private Seconds() {}

  /** Such as {@code 0.3 s} or {@code 10 s}. */
  public static String of(Duration limit) {
    String seconds = String.valueOf(limit.toMillis() / 1000.0);
    return (seconds.endsWith(".0") ? seconds.substring(0, seconds.length() - 2) : seconds) + " s";
  }
}
