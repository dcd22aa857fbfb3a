package elmtable.journeys;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.ConcurrentLinkedDeque;
import java.util.stream.Stream;
import org.openqa.selenium.WindowType;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;

/**
 * A browser that screens are shown in. It goes from journey to journey, as each has a server at an
 * address of its own, of which it keeps nothing for the next one.
 */
final class ScreenBrowser {
  private static final ConcurrentLinkedDeque<ScreenBrowser> IDLE = new ConcurrentLinkedDeque<>();

  static {
    Runtime.getRuntime().addShutdownHook(new Thread(() -> IDLE.forEach(ScreenBrowser::end)));
  }

  private final Path profile;
  private final ChromeDriver driver;

  private ScreenBrowser() throws IOException {
    profile = Files.createTempDirectory("elm-table-screen-");
    ChromeOptions options = new ChromeOptions();
    options.setBinary(Screen.program("chromium").toFile());
    options.addArguments(
        "--headless=new",
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
        // Pages for what the address bar may suggest, which cost more than many a journey.
        "--disable-features=WebUIOmniboxPopup,WebUIOmniboxAimPopup",
        "--hide-scrollbars",
        "--window-size=1280,800",
        "--user-data-dir=" + profile);
    driver =
        new ChromeDriver(
            new ChromeDriverService.Builder()
                .usingDriverExecutable(Screen.program("chromedriver").toFile())
                .build(),
            options);
  }

  /** One that nobody uses, with a single empty window. */
  static ScreenBrowser take() throws IOException {
    ScreenBrowser idle = IDLE.poll();
    return idle == null ? new ScreenBrowser() : idle;
  }

  ChromeDriver driver() {
    return driver;
  }

  /** Leaves it to the next one, in a new window, so that nothing set for one stays. */
  void giveBack() {
    List<String> used = List.copyOf(driver.getWindowHandles());
    driver.switchTo().newWindow(WindowType.WINDOW);
    String next = driver.getWindowHandle();
    for (String window : used) {
      driver.switchTo().window(window).close();
    }
    driver.switchTo().window(next);
    IDLE.add(this);
  }

  private void end() {
    driver.quit();
    try (Stream<Path> all = Files.walk(profile)) {
      all.sorted((a, b) -> b.compareTo(a)).forEach(path -> path.toFile().delete());
    } catch (IOException left) {
      System.err.println("The browser's profile stays: " + left);
    }
  }
}
