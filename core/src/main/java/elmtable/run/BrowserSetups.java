package elmtable.run;

import elmtable.block.BrowserBlock;
import elmtable.block.Property;
import elmtable.browser.Browser;
import elmtable.project.Project;
import java.time.Duration;
import java.util.Optional;

/** Reads how browsers are to be opened from the project's {@code browser} block. */
final class BrowserSetups {
  private BrowserSetups() {}

  static Browser.Setup of(Project project, String name) {
    return project.index().browser(name).map(BrowserSetups::of).orElseGet(Browser.Setup::usual);
  }

  /** How long one who watches is given after each step; usually nothing. */
  static Duration pace(Project project, String name) {
    return project
        .index()
        .browser(name)
        .flatMap(BrowserBlock::pace)
        .flatMap(Property::value)
        .orElse(Duration.ZERO);
  }

  private static Browser.Setup of(BrowserBlock browser) {
    Browser.Setup usual = Browser.Setup.usual();
    Optional<BrowserBlock.Window> window = browser.window().flatMap(Property::value);
    return new Browser.Setup(
        browser.kind().flatMap(Property::value).orElse(usual.kind()),
        window.map(BrowserBlock.Window::width).orElse(usual.width()),
        window.map(BrowserBlock.Window::height).orElse(usual.height()),
        browser.headless().flatMap(Property::value).orElse(true),
        browser.language().orElse(usual.language()),
        browser.arguments());
  }
}
