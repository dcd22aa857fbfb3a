package elmtable.webdriver;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.BrowserConfig;
import elmtable.browser.BrowserException;
import elmtable.webdriver.bidi.BrowserProgram;
import elmtable.webdriver.process.BrowserPrograms;
import elmtable.webdriver.process.WatchedProcess;
import elmtable.webdriver.wire.BiDiConnection;
import elmtable.webdriver.wire.WebDriverError;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Starts Firefox, which speaks BiDi by itself. */
final class FirefoxStarter {
  private static final Duration START_LIMIT = Duration.ofSeconds(60);
  private static final List<String> NAMES = List.of("firefox-esr", "firefox");
  private static final Pattern LISTENING =
      Pattern.compile("WebDriver BiDi listening on (ws://\\S+)");

  /** What a person is asked, sent or told by the browser itself has no place in a test. */
  private static final Map<String, Object> PREFERENCES =
      Map.ofEntries(
          Map.entry("app.normandy.enabled", false),
          Map.entry("app.update.auto", false),
          Map.entry("browser.aboutwelcome.enabled", false),
          Map.entry("browser.safebrowsing.malware.enabled", false),
          Map.entry("browser.safebrowsing.phishing.enabled", false),
          Map.entry("browser.sessionstore.resume_from_crash", false),
          Map.entry("browser.shell.checkDefaultBrowser", false),
          Map.entry("browser.startup.homepage_override.mstone", "ignore"),
          Map.entry("browser.startup.page", 0),
          Map.entry("browser.tabs.warnOnClose", false),
          Map.entry("datareporting.policy.dataSubmissionEnabled", false),
          Map.entry("extensions.update.enabled", false),
          Map.entry("network.captive-portal-service.enabled", false),
          Map.entry("network.connectivity-service.enabled", false),
          Map.entry("network.http.speculative-parallel-limit", 0),
          Map.entry("signon.rememberSignons", false),
          Map.entry("toolkit.telemetry.enabled", false),
          // Pages may open windows, and run at full speed in each.
          Map.entry("dom.disable_open_during_load", false),
          Map.entry("dom.min_background_timeout_value", 4),
          Map.entry("dom.timeout.enable_budget_timer_throttling", false),
          Map.entry("focusmanager.testmode", true));

  private static final String NO_FIREFOX =
      "Firefox was not found on the path; install it (Debian: firefox-esr) or name it in"
          + " ELM_FIREFOX.";

  static Optional<String> missing() {
    return BrowserPrograms.isThere("ELM_FIREFOX", NAMES)
        ? Optional.empty()
        : Optional.of(NO_FIREFOX);
  }

  BrowserProgram start(BrowserConfig config) {
    Path program =
        BrowserPrograms.find("ELM_FIREFOX", NAMES)
            .orElseThrow(() -> new BrowserException(BrowserException.Kind.LOST, NO_FIREFOX));
    WatchedProcess process =
        WatchedProcess.start(program, folder -> arguments(config, folder), LISTENING);
    try {
      BiDiConnection connection = BiDiConnection.connect(process.address() + "/session");
      return new BrowserProgram(
          connection,
          BrowserProgram.Kind.FIREFOX,
          config,
          session(connection, config),
          new FirefoxEnding(process));
    } catch (BrowserException | WebDriverError failed) {
      process.close();
      throw new BrowserException(
          BrowserException.Kind.LOST, "Firefox did not start: " + failed.getMessage(), failed);
    }
  }

  /** Opens the session and gives the browser's name and version. */
  private static String session(BiDiConnection connection, BrowserConfig config) {
    Map<String, ?> wanted =
        Map.of(
            "unhandledPromptBehavior",
            Map.of("default", "ignore"),
            "acceptInsecureCerts",
            config.anyCertificate());
    JsonNode session =
        connection
            .command(
                "session.new", Map.of("capabilities", Map.of("alwaysMatch", wanted)), START_LIMIT)
            .path("capabilities");
    return session.path("browserName").asText() + " " + session.path("browserVersion").asText();
  }

  private static List<String> arguments(BrowserConfig config, Path folder) {
    Path profile = folder.resolve("profile");
    writePreferences(config, profile);
    List<String> arguments = new ArrayList<>();
    if (config.headless()) {
      arguments.add("--headless");
    }
    arguments.addAll(
        List.of("--no-remote", "--profile", profile.toString(), "--remote-debugging-port", "0"));
    arguments.addAll(config.arguments());
    return arguments;
  }

  private static void writePreferences(BrowserConfig config, Path profile) {
    Map<String, Object> preferences = new LinkedHashMap<>(PREFERENCES);
    if (!config.language().isEmpty()) {
      preferences.put("intl.accept_languages", config.language());
    }
    if (!config.emulation().colourScheme().isEmpty()) {
      boolean dark = config.emulation().colourScheme().equals("dark");
      preferences.put("layout.css.prefers-color-scheme.content-override", dark ? 0 : 1);
    }
    String lines =
        preferences.entrySet().stream()
            .map(one ->
                "user_pref(\"%s\", %s);"
                    .formatted(
                        one.getKey(),
                        one.getValue() instanceof String text
                            ? "\"" + text.replace("\"", "") + "\""
                            : one.getValue()))
            .collect(Collectors.joining("\n", "", "\n"));
    try {
      Files.createDirectories(profile);
      Files.writeString(profile.resolve("user.js"), lines);
    } catch (IOException full) {
      throw new UncheckedIOException(full);
    }
  }

  private record FirefoxEnding(WatchedProcess process) implements BrowserProgram.Ending {
    @Override
    public void end() {
      process.close();
    }

    @Override
    public void kill() {
      process.close();
    }
  }
}
