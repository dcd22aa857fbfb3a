package elmtable.browser;

import elmtable.text.Origins;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.Set;

/**
 * What answers a site that asks for basic authentication (RFC 7617).
 *
 * @param origins of the sites that may be told, as {@link Origins} has them; no other learns of it
 */
public record Credentials(String user, String password, Set<String> origins) {
  public Credentials {
    origins = Set.copyOf(origins);
  }

  /** Whether the site at an address may be told. */
  public boolean isFor(String address) {
    return Origins.of(address).filter(origins::contains).isPresent();
  }

  /** The value of the header {@code Authorization}. */
  public String header() {
    return "Basic " + encoded();
  }

  /** Both in base64: whoever sees it knows the password. */
  public String encoded() {
    byte[] both = (user + ":" + password).getBytes(StandardCharsets.UTF_8);
    return Base64.getEncoder().encodeToString(both);
  }

  /** Without the password, as this may be logged. */
  @Override
  public String toString() {
    return "Credentials of " + user + " for " + origins;
  }
}
