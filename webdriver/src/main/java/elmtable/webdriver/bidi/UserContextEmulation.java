package elmtable.webdriver.bidi;

import elmtable.browser.BrowserConfig;
import elmtable.browser.BrowserException;
import elmtable.webdriver.wire.BiDiConnection;
import elmtable.webdriver.wire.WebDriverError;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Makes the pages of a user context believe what its browser block says. */
final class UserContextEmulation {
  private final BiDiConnection connection;
  private final String user;
  private final String browser;

  /**
   * @param browser its name and version, for messages
   */
  UserContextEmulation(BiDiConnection connection, String user, String browser) {
    this.connection = connection;
    this.user = user;
    this.browser = browser;
  }

  void apply(BrowserConfig config) {
    set(
        "window",
        "browsingContext.setViewport",
        "viewport",
        BrowserProgram.area(config.width(), config.height()));
    if (!config.language().isEmpty()) {
      // The first of them is how pages write dates and numbers.
      String first = config.language().split("[,;]")[0].strip();
      set("language", "emulation.setLocaleOverride", "locale", first);
    }
    BrowserConfig.Emulation emulation = config.emulation();
    if (!emulation.timeZone().isEmpty()) {
      set("time zone", "emulation.setTimezoneOverride", "timezone", emulation.timeZone());
    }
    emulation
        .position()
        .ifPresent(position ->
            set(
                "position",
                "emulation.setGeolocationOverride",
                "coordinates",
                Map.of("latitude", position.latitude(), "longitude", position.longitude())));
    if (!emulation.userAgent().isEmpty()) {
      set("user agent", "emulation.setUserAgentOverride", "userAgent", emulation.userAgent());
    }
    if (emulation.offline()) {
      set(
          "offline",
          "emulation.setNetworkConditions",
          "networkConditions",
          Map.of("type", "offline"));
    }
  }

  /** Lets pages of an origin ask where they are without asking a person. */
  void allowPosition(String origin) {
    Map<String, Object> parameters = new HashMap<>();
    parameters.put("descriptor", Map.of("name", "geolocation"));
    parameters.put("state", "granted");
    parameters.put("origin", origin);
    parameters.put("userContext", user);
    tell("position", "permissions.setPermission", parameters);
  }

  private void set(String word, String method, String name, Object value) {
    tell(word, method, Map.of(name, value, "userContexts", List.of(user)));
  }

  private void tell(String word, String method, Map<String, ?> parameters) {
    try {
      connection.command(method, parameters);
    } catch (WebDriverError error) {
      throw new BrowserException(
          BrowserException.Kind.LOST,
          "%s does not carry out “%s” of its browser block: %s"
              .formatted(browser, word, error.getMessage()),
          error);
    }
  }
}
