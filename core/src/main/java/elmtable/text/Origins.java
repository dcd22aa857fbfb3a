package elmtable.text;

import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The origins of addresses of the web, as RFC 6454 has them. */
public final class Origins {
  /** A user name and password before the host are no part of it. */
  private static final Pattern ADDRESS =
      Pattern.compile(
          "(?i)^(https?)://(?:[^/?#\\s]*@)?(\\[[0-9a-f:.]+]|[^/?#\\s:@\\[]+)(?::(\\d*))?");

  private Origins() {}

  /**
   * Scheme, host and port, the port of the scheme itself left out; nothing where an address is not
   * one of HTTP.
   */
  public static Optional<String> of(String address) {
    Matcher parts = ADDRESS.matcher(address.strip());
    if (!parts.find()) {
      return Optional.empty();
    }
    String scheme = parts.group(1).toLowerCase(Locale.ROOT);
    String host = parts.group(2).toLowerCase(Locale.ROOT);
    String port = parts.group(3);
    boolean usual =
        port == null || port.isEmpty() || port.equals(scheme.equals("https") ? "443" : "80");
    return Optional.of(scheme + "://" + host + (usual ? "" : ":" + port));
  }
}
