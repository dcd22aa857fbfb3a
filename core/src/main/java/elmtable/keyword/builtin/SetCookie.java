package elmtable.keyword.builtin;

import elmtable.browser.Cookie;
import java.net.URI;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * Reads the header {@code Set-Cookie} (RFC 6265, 5.2 and 5.3). Java's own {@code HttpCookie} takes
 * it apart at commas, which values hold.
 */
final class SetCookie {
  private SetCookie() {}

  /**
   * The cookie that a reply sets, a removed one as expired.
   *
   * @param from what was asked
   * @return nothing where browsers pass over it: it has no name, or is for another host
   */
  static Optional<Cookie> read(String header, URI from, Instant now) {
    String[] parts = header.split(";");
    int equals = parts[0].indexOf('=');
    if (equals < 0 || parts[0].substring(0, equals).isBlank()) {
      return Optional.empty();
    }
    Map<String, String> attributes = attributes(parts);
    String host = String.valueOf(from.getHost());
    String domain = attributes.getOrDefault("domain", "").toLowerCase(Locale.ROOT);
    String bare = domain.startsWith(".") ? domain.substring(1) : domain;
    if (!bare.isEmpty() && !host.equals(bare) && !host.endsWith("." + bare)) {
      return Optional.empty();
    }
    String path = attributes.getOrDefault("path", "");
    return Optional.of(
        new Cookie(
            parts[0].substring(0, equals).strip(),
            parts[0].substring(equals + 1).strip(),
            bare.isEmpty() ? host : "." + bare,
            path.startsWith("/") ? path : usualPath(from),
            attributes.containsKey("secure"),
            attributes.containsKey("httponly"),
            attributes.getOrDefault("samesite", "").toLowerCase(Locale.ROOT),
            expiry(attributes, now)));
  }

  private static Map<String, String> attributes(String[] parts) {
    Map<String, String> attributes = new HashMap<>();
    for (int i = 1; i < parts.length; i++) {
      String[] pair = parts[i].split("=", 2);
      attributes.put(
          pair[0].strip().toLowerCase(Locale.ROOT), pair.length == 2 ? pair[1].strip() : "");
    }
    return attributes;
  }

  /** The folder of what was asked. */
  private static String usualPath(URI from) {
    String path = String.valueOf(from.getPath());
    int slash = path.lastIndexOf('/');
    return slash <= 0 ? "/" : path.substring(0, slash);
  }

  /** Max-Age goes before Expires; what cannot be read does not count. */
  private static Long expiry(Map<String, String> attributes, Instant now) {
    String age = attributes.getOrDefault("max-age", "");
    if (age.matches("-?\\d{1,10}")) {
      return now.getEpochSecond() + Math.max(0, Long.parseLong(age));
    }
    String date = attributes.getOrDefault("expires", "");
    if (date.isEmpty()) {
      return null;
    }
    try {
      // An older way of writing it has hyphens between day, month and year.
      return ZonedDateTime.parse(date.replace('-', ' '), DateTimeFormatter.RFC_1123_DATE_TIME)
          .toEpochSecond();
    } catch (DateTimeException unreadable) {
      return null;
    }
  }
}
