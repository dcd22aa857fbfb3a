package elmtable.run.browsers;

import elmtable.block.BrowserBlock;
import elmtable.block.Property;
import elmtable.browser.BrowserConfig;
import elmtable.project.Project;
import elmtable.run.request.RunRequest;
import java.net.URI;
import java.time.Duration;
import java.time.ZoneId;
import java.util.Optional;

/** Reads how browsers are to be opened from the project's {@code browser} block. */
public final class BrowserConfigs {
  /** Sessions at once of a remote end that does not say how many it may have. */
  private static final int USUAL_LIMIT = 4;

  private BrowserConfigs() {}

  public static BrowserConfig of(RunRequest request, String name) {
    BrowserConfig config = of(request.project(), name);
    return request.choices().seen() ? config.seen() : config;
  }

  static BrowserConfig of(Project project, String name) {
    return project.index().browser(name).map(BrowserConfigs::of).orElseGet(BrowserConfig::usual);
  }

  /** How long one who watches is given after each step; usually nothing. */
  public static Duration pace(Project project, String name) {
    return project
        .index()
        .browser(name)
        .flatMap(BrowserBlock::pace)
        .flatMap(Property::value)
        .orElse(Duration.ZERO);
  }

  private static BrowserConfig of(BrowserBlock browser) {
    BrowserConfig usual = BrowserConfig.usual();
    Optional<BrowserBlock.Window> window = value(browser.window());
    return new BrowserConfig(
        value(browser.kind()).orElse(usual.kind()),
        window.map(BrowserBlock.Window::width).orElse(usual.width()),
        window.map(BrowserBlock.Window::height).orElse(usual.height()),
        value(browser.headless()).orElse(true),
        browser.language().orElse(usual.language()),
        browser.arguments(),
        new BrowserConfig.Emulation(
            value(browser.timeZone()).map(ZoneId::getId).orElse(""),
            value(browser.position())
                .map(degrees -> new BrowserConfig.Position(degrees.get(0), degrees.get(1))),
            value(browser.colourScheme()).orElse(""),
            value(browser.userAgent()).orElse(""),
            value(browser.offline()).orElse(false)),
        value(browser.downloads()).orElse(usual.downloads()),
        value(browser.wipe()).orElse(usual.wipe()),
        value(browser.certificates()).filter("any"::equals).isPresent(),
        value(browser.address()).map(address -> remote(browser, address)));
  }

  private static BrowserConfig.Remote remote(BrowserBlock browser, String address) {
    return new BrowserConfig.Remote(
        URI.create(address),
        value(browser.limit()).orElse(USUAL_LIMIT),
        value(browser.capabilities()).orElse(""));
  }

  private static <T> Optional<T> value(Optional<Property<T>> property) {
    return property.flatMap(Property::value);
  }
}
