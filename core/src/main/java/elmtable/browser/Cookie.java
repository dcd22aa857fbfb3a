package elmtable.browser;

import java.net.URI;
import java.time.Instant;

/**
 * A cookie (RFC 6265).
 *
 * @param domain the host that it is for; with a dot before it, hosts below it, too
 * @param sameSite in lower case, or empty
 * @param expiry in seconds since 1970, or null for one of the session
 */
public record Cookie(
    String name,
    String value,
    String domain,
    String path,
    boolean secure,
    boolean httpOnly,
    String sameSite,
    Long expiry) {
  /** Whether a request to an address carries it (RFC 6265, 5.1.3, 5.1.4 and 5.4). */
  public boolean isFor(URI address) {
    String host = String.valueOf(address.getHost());
    boolean ofHost =
        domain.startsWith(".")
            ? host.equals(domain.substring(1)) || host.endsWith(domain)
            : host.equals(domain);
    String asked =
        address.getPath() == null || address.getPath().isEmpty() ? "/" : address.getPath();
    String below = path.endsWith("/") ? path : path + "/";
    return ofHost
        && (asked.equals(path) || asked.startsWith(below))
        && (!secure || isSafe(address));
  }

  /** Browsers count this machine as safe without TLS. */
  private static boolean isSafe(URI address) {
    String host = String.valueOf(address.getHost());
    return "https".equalsIgnoreCase(address.getScheme())
        || host.equals("localhost")
        || host.startsWith("127.")
        || host.equals("[::1]");
  }

  public boolean isExpired(Instant now) {
    return expiry != null && expiry <= now.getEpochSecond();
  }

  /** Whether a browser keeps only one of the two. */
  public boolean isSameAs(Cookie other) {
    return name.equals(other.name) && domain.equals(other.domain) && path.equals(other.path);
  }
}
