package elmtable.webdriver;

import elmtable.browser.BrowserConfig;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** The command line of a Chromium. */
final class ChromeArguments {
  private static final String FEATURES = "--disable-features=";

  /**
   * What would cost every case processor time and show nothing: processes that wait for another
   * site, a frame host of its own for each document of the same site, and the pages that each new
   * window loads for what its address bar may suggest.
   */
  private static final List<String> NOT_NEEDED =
      List.of(
          "SpareRendererForSitePerProcess",
          "RenderDocument",
          "WebUIOmniboxPopup",
          "WebUIOmniboxAimPopup");

  private ChromeArguments() {}

  /** What the browser's block adds comes last, so that it wins. */
  static List<String> of(BrowserConfig config, Path profile) {
    List<String> arguments = new ArrayList<>();
    if (config.headless()) {
      arguments.add("--headless=new");
      arguments.add("--disable-gpu");
    }
    if ("root".equals(System.getProperty("user.name"))) {
      // Chromium's sandbox refuses to be started by root.
      arguments.add("--no-sandbox");
    }
    arguments.addAll(
        List.of(
            "--disable-quic",
            "--no-first-run",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync",
            "--disable-dev-shm-usage",
            "--disable-crash-reporter",
            "--disable-breakpad",
            "--window-size=" + config.width() + "," + config.height(),
            "--user-data-dir=" + profile));
    if (!config.language().isEmpty()) {
      arguments.add("--lang=" + config.language());
    }
    if (!config.emulation().colourScheme().isEmpty()) {
      boolean dark = config.emulation().colourScheme().equals("dark");
      arguments.add("--blink-settings=preferredColorScheme=" + (dark ? 0 : 1));
    }
    addWithFeatures(arguments, config.arguments());
    return arguments;
  }

  /** Chromium takes the last of such lists only, so they become one. */
  private static void addWithFeatures(List<String> arguments, List<String> wanted) {
    List<String> features = new ArrayList<>(NOT_NEEDED);
    for (String argument : wanted) {
      if (argument.startsWith(FEATURES)) {
        features.add(argument.substring(FEATURES.length()));
      } else {
        arguments.add(argument);
      }
    }
    arguments.add(FEATURES + String.join(",", features));
  }
}
