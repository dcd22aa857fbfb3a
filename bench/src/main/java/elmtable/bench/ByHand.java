package elmtable.bench;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.webdriver.process.BrowserPrograms;
import elmtable.webdriver.process.WatchedProcess;
import elmtable.webdriver.wire.WebDriverHttp;
import java.net.URI;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;

/** The yardstick: steps by hand, as W3C classic commands that look again every 4 ms. */
final class ByHand implements AutoCloseable {
  private static final String ELEMENT = "element-6066-11e4-a52e-4f735466cecf";
  private static final Duration LIMIT = Duration.ofSeconds(60);
  private static final long POLL_MILLIS = 4;

  private final WatchedProcess driver;
  private final WebDriverHttp http;
  private String session;

  ByHand() {
    Path program = BrowserPrograms.find("ELM_CHROMEDRIVER", List.of("chromedriver")).orElseThrow();
    Pattern listening = Pattern.compile("started successfully on port (\\d+)");
    driver = WatchedProcess.start(program, folder -> List.of("--port=0"), listening);
    http = new WebDriverHttp(URI.create("http://127.0.0.1:" + driver.address()));
  }

  void open() {
    List<String> arguments =
        List.of("--headless=new", "--no-sandbox", "--disable-gpu", "--disable-dev-shm-usage");
    Map<String, ?> wanted =
        Map.of("browserName", "chrome", "goog:chromeOptions", Map.of("args", arguments));
    JsonNode created =
        http.post("/session", Map.of("capabilities", Map.of("alwaysMatch", wanted)), LIMIT);
    session = "/session/" + created.path("sessionId").asText();
  }

  void end() {
    http.delete(session, LIMIT);
  }

  void goTo(String address) {
    http.post(session + "/url", Map.of("url", address), LIMIT);
  }

  private String find(String css) {
    return http.post(session + "/element", Map.of("using", "css selector", "value", css), LIMIT)
        .path(ELEMENT)
        .asText();
  }

  void enter(String css, String text) {
    String element = find(css);
    http.post(session + "/element/" + element + "/clear", Map.of(), LIMIT);
    http.post(session + "/element/" + element + "/value", Map.of("text", text), LIMIT);
  }

  void run(String script) {
    http.post(session + "/execute/sync", Map.of("script", script, "args", List.of()), LIMIT);
  }

  void press(String css) {
    http.post(session + "/element/" + find(css) + "/click", Map.of(), LIMIT);
  }

  /** A click on what is disabled would do nothing, and say nothing. */
  void awaitEnabled(String css) throws InterruptedException {
    String element = find(css);
    while (!http.get(session + "/element/" + element + "/enabled", LIMIT).asBoolean()) {
      Thread.sleep(POLL_MILLIS);
    }
  }

  void awaitText(String css) throws InterruptedException {
    String element = find(css);
    while (http.get(session + "/element/" + element + "/text", LIMIT).asText().isBlank()) {
      Thread.sleep(POLL_MILLIS);
    }
  }

  void awaitAddress(String end) throws InterruptedException {
    while (!http.get(session + "/url", LIMIT).asText().endsWith(end)) {
      Thread.sleep(POLL_MILLIS);
    }
  }

  @Override
  public void close() {
    driver.close();
  }
}
