package elmtable.language;

import java.math.BigDecimal;
import java.time.Duration;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Lengths of time as written: {@code 500ms}, {@code 30s}, {@code 5m}, {@code 2h}, decimals allowed.
 */
public final class Durations {
  private static final Pattern FORM = Pattern.compile("(\\d{1,9}(?:\\.\\d{1,9})?) ?(ms|s|m|h)");

  private Durations() {}

  public static Optional<Duration> read(String text) {
    Matcher matcher = FORM.matcher(text.strip());
    if (!matcher.matches()) {
      return Optional.empty();
    }
    long unit =
        switch (matcher.group(2)) {
          case "ms" -> 1;
          case "s" -> 1_000;
          case "m" -> 60_000;
          default -> 3_600_000;
        };
    BigDecimal millis = new BigDecimal(matcher.group(1)).multiply(BigDecimal.valueOf(unit));
    return Optional.of(Duration.ofMillis(millis.longValue()));
  }
}
