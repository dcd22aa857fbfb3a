package elmtable.browser;

import java.math.BigDecimal;
import java.net.URI;
import java.util.List;
import java.util.Optional;

/**
 * How a browser is to be opened.
 *
 * @param kind such as {@code chrome}
 * @param width of the page's area, in CSS pixels, as {@code height}
 * @param language for Accept-Language and for what pages write in the user's own, or empty
 * @param arguments for its command line
 * @param downloads the folder that downloads go to and stay in, which the launcher finds; empty for
 *     one of the case's own that goes with it
 * @param wipe whether a state is wiped for the next case, where that can be; else it is made anew
 * @param anyCertificate whether it takes certificates that nobody vouches for
 * @param remote the remote end that has it, or nothing where it runs on this machine
 */
public record BrowserConfig(
    String kind,
    int width,
    int height,
    boolean headless,
    String language,
    List<String> arguments,
    Emulation emulation,
    String downloads,
    boolean wipe,
    boolean anyCertificate,
    Optional<Remote> remote) {
  public static final String CHROME = "chrome";

  /** The page's part of Chrome alone, without the windows that people see. */
  public static final String HEADLESS_SHELL = "chrome headless shell";

  public static final String FIREFOX = "firefox";

  /** Of this machine; remote ends may have others. */
  public static final List<String> KINDS = List.of(CHROME, HEADLESS_SHELL, FIREFOX);

  public BrowserConfig {
    arguments = List.copyOf(arguments);
  }

  /** Chromium of this machine, unseen, with nothing emulated. */
  public static BrowserConfig usual() {
    return of(CHROME);
  }

  /** A browser of this machine, as {@link #usual()} but for its kind. */
  public static BrowserConfig of(String kind) {
    return new BrowserConfig(
        kind, 1280, 800, true, "", List.of(), Emulation.NONE, "", true, false, Optional.empty());
  }

  /** The same on the machine's screen. */
  public BrowserConfig seen() {
    return new BrowserConfig(
        kind,
        width,
        height,
        false,
        language,
        arguments,
        emulation,
        downloads,
        wipe,
        anyCertificate,
        remote);
  }

  /** The same with downloads in another folder. */
  public BrowserConfig downloadingTo(String folder) {
    return new BrowserConfig(
        kind,
        width,
        height,
        headless,
        language,
        arguments,
        emulation,
        folder,
        wipe,
        anyCertificate,
        remote);
  }

  /**
   * What pages are made to believe; the empty text for what is left as it is.
   *
   * @param timeZone such as {@code Europe/Lisbon}
   * @param colourScheme light or dark
   */
  public record Emulation(
      String timeZone,
      Optional<Position> position,
      String colourScheme,
      String userAgent,
      boolean offline) {
    public static final Emulation NONE = new Emulation("", Optional.empty(), "", "", false);
  }

  /** In degrees. */
  public record Position(BigDecimal latitude, BigDecimal longitude) {}

  /**
   * A remote end of W3C WebDriver.
   *
   * @param address with user name and password where it asks for them
   * @param limit how many sessions it may have at once
   * @param capabilities further ones, as the text of a JSON object; or empty
   */
  public record Remote(URI address, int limit, String capabilities) {}
}
