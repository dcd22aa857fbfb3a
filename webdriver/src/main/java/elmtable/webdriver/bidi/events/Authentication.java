package elmtable.webdriver.bidi.events;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.Credentials;
import elmtable.text.Origins;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What the sites of a user context get that ask for basic authentication. */
public final class Authentication {
  private static final int UNAUTHORIZED = 401;

  private Optional<Credentials> credentials = Optional.empty();

  /** The requests that were answered; who asks again does not take the answer. */
  private final Set<String> answered = new HashSet<>();

  /** Why a site was not shown, by the window or frame that went there. */
  private final Map<String, String> refused = new HashMap<>();

  /** What the environment has for sites that ask. */
  public synchronized void use(Optional<Credentials> next) {
    credentials = next;
  }

  /** What a request is answered with; nothing where it is given up. */
  public synchronized Optional<Credentials> answer(String context, JsonNode about) {
    JsonNode request = about.path("request");
    String address = request.path("url").asText();
    Optional<Credentials> known = credentials.filter(one -> one.isFor(address));
    boolean taken = known.isPresent() && answered.add(request.path("request").asText());
    if (!taken && about.hasNonNull("navigation")) {
      refused.put(context, known.isPresent() ? notTaken(address) : missing(address));
    }
    return known.filter(one -> taken);
  }

  /**
   * A page was answered. A headless shell asks nobody and shows what the site has for strangers,
   * where other browsers do not go there.
   */
  public synchronized void answered(String context, JsonNode about) {
    JsonNode response = about.path("response");
    String address = response.path("url").asText();
    boolean asks =
        about.hasNonNull("navigation")
            && response.path("status").asInt() == UNAUTHORIZED
            && !response.path("authChallenges").isEmpty();
    if (asks && credentials.filter(one -> one.isFor(address)).isEmpty()) {
      refused.put(context, missing(address));
    }
  }

  private static String notTaken(String address) {
    return Origins.of(address).orElse(address)
        + " does not take the user name and password that it asked for; look at “http user” and"
        + " “http password” of the environment.";
  }

  /** Why the page at an address is not shown to those who do not say who they are. */
  public static String missing(String address) {
    return Origins.of(address).orElse(address)
        + " asks for a user name and password; the environment has none for it. Its values “http"
        + " user” and “http password” are for the sites whose addresses are among its values.";
  }

  /** Whether a site asked for it. */
  public synchronized boolean wasAsked() {
    return !answered.isEmpty() || !refused.isEmpty();
  }

  /** A window goes to a page. */
  public synchronized void begin(String window) {
    refused.remove(window);
  }

  /** Why it was not shown; nothing where it was, or for another reason. */
  public synchronized Optional<String> refused(String window) {
    return Optional.ofNullable(refused.get(window));
  }
}
