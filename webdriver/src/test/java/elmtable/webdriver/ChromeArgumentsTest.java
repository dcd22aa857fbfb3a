package elmtable.webdriver;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.browser.BrowserConfig;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;

class ChromeArgumentsTest {
  /** Chromium takes the last of several such lists and forgets the others. */
  @Test
  void featuresThatABrowserBlockSwitchesOffJoinOurs() {
    BrowserConfig config =
        config("--disable-features=One", "--mute-audio", "--disable-features=Two");
    List<String> arguments = ChromeArguments.of(config, Path.of("profile"));
    List<String> features =
        arguments.stream().filter(each -> each.startsWith("--disable-features=")).toList();
    assertEquals(1, features.size());
    assertTrue(features.get(0).endsWith(",One,Two"), features.get(0));
    assertTrue(features.get(0).contains("WebUIOmniboxPopup"), features.get(0));
    assertTrue(arguments.contains("--mute-audio"));
  }

  @Test
  void whatABrowserBlockSaysComesAfterWhatIsUsual() {
    List<String> arguments =
        ChromeArguments.of(config("--window-size=300,200"), Path.of("profile"));
    List<String> sizes =
        arguments.stream().filter(each -> each.startsWith("--window-size=")).toList();
    assertEquals("--window-size=300,200", sizes.get(1));
  }

  private static BrowserConfig config(String... arguments) {
    BrowserConfig usual = BrowserConfig.usual();
    return new BrowserConfig(
        usual.kind(),
        usual.width(),
        usual.height(),
        usual.headless(),
        usual.language(),
        List.of(arguments),
        usual.emulation(),
        usual.downloads(),
        usual.wipe(),
        usual.anyCertificate(),
        usual.remote());
  }
}
