package elmtable.webdriver;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import com.sun.net.httpserver.HttpServer;
import elmtable.browser.Browser;
import elmtable.browser.BrowserConfig;
import elmtable.browser.BrowserException;
import java.io.IOException;
import java.math.BigDecimal;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What a browser block makes pages believe. */
class EmulationTest {
  private static final String SEEN =
      """
      const where = await new Promise((tell) => navigator.geolocation.getCurrentPosition(
        ({ coords }) => tell([coords.latitude, coords.longitude]), (error) => tell(error.message)));
      return [Intl.DateTimeFormat().resolvedOptions().timeZone, where, innerWidth,
        matchMedia('(prefers-color-scheme: dark)').matches, navigator.userAgent, navigator.language,
        new Intl.NumberFormat().format(1.5)];
      """;

  private static final Duration LIMIT = Duration.ofMinutes(1);

  private static BrowserConfig config(String kind, boolean offline) {
    BrowserConfig.Position position =
        new BrowserConfig.Position(new BigDecimal("38.7"), new BigDecimal("-9.1"));
    return new BrowserConfig(
        kind,
        640,
        480,
        true,
        "pt-PT",
        List.of(),
        new BrowserConfig.Emulation(
            "Europe/Lisbon", Optional.of(position), "dark", "Kiln 1.0", offline),
        "",
        true,
        false,
        Optional.empty());
  }

  @ParameterizedTest
  @ValueSource(strings = {"chrome", "chrome headless shell", "firefox"})
  void pagesBelieveWhatTheBrowserBlockSays(String kind) throws IOException {
    HttpServer server =
        HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    server.createContext(
        "/",
        exchange -> {
          exchange.getResponseHeaders().add("Content-Type", "text/html");
          exchange.sendResponseHeaders(200, 0);
          exchange.close();
        });
    server.start();
    String address = "http://localhost:" + server.getAddress().getPort() + "/";
    try (BrowserLauncher launcher = new BrowserLauncher(Path.of(""));
        Browser.Pool pool = launcher.pool(config(kind, false));
        Browser browser = pool.open();
        Browser.Pool away = launcher.pool(config(kind, true));
        Browser offline = away.open()) {
      browser.within(LIMIT);
      browser.pages().goTo(address);
      assertEquals(
          List.of("Europe/Lisbon", List.of(38.7, -9.1), 640, true, "Kiln 1.0", "pt-PT", "1,5"),
          browser.scripts().run("return (async () => {" + SEEN + "})()"));
      assertThrows(BrowserException.class, () -> offline.pages().goTo(address));
    } finally {
      server.stop(0);
    }
  }
}
