package elmtable.webdriver;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.sun.net.httpserver.BasicAuthenticator;
import com.sun.net.httpserver.HttpServer;
import elmtable.browser.Browser;
import elmtable.browser.Credentials;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.provider.ValueSource;

@DisplayName("A site that asks for basic authentication")
// Beside those of all such tests.
@ValueSource(strings = "chrome headless shell")
class AuthenticationTest extends AbstractBrowserTest {
  private HttpServer guarded;

  @BeforeEach
  void guard() throws IOException {
    guarded = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    guarded.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
    guarded
        .createContext(
            "/",
            exchange -> {
              String name = exchange.getPrincipal().getUsername();
              byte[] bytes = ("<!doctype html><p id=who>" + name).getBytes(StandardCharsets.UTF_8);
              exchange.getResponseHeaders().add("Content-Type", "text/html");
              exchange.sendResponseHeaders(200, bytes.length);
              exchange.getResponseBody().write(bytes);
              exchange.close();
            })
        .setAuthenticator(
            new BasicAuthenticator("studio") {
              @Override
              public boolean checkCredentials(String user, String password) {
                return password.equals("glaze: käolin");
              }
            });
    guarded.start();
  }

  @AfterEach
  void end() {
    guarded.stop(0);
  }

  private String guarded() {
    return "http://127.0.0.1:" + guarded.getAddress().getPort();
  }

  private Optional<Credentials> credentials(String user, String password) {
    return Optional.of(new Credentials(user, password, Set.of(guarded())));
  }

  private void assertAsked(Browser one) {
    String failure = failure(() -> one.pages().goTo(guarded() + "/"));
    assertTrue(
        failure.startsWith(guarded() + " asks for a user name and password; the environment has"),
        failure);
  }

  @Test
  void isAnsweredInTheBrowserOfTheCaseOnly() {
    browser.network().authenticate(credentials("Wren", "glaze: käolin"));
    browser.pages().goTo(guarded() + "/");
    assertEquals("Wren", text("id", "who"));
    show("<p id=open>for all</p>");
    assertEquals("for all", text("id", "open"));
    assertEquals(List.of(), browser.network().awaitQuiet(LIMIT));
    try (Browser other = openOf(pool)) {
      assertAsked(other);
    }
  }

  @Test
  void isNotToldWhatIsForOthers() {
    browser
        .network()
        .authenticate(
            Optional.of(new Credentials("Wren", "glaze: käolin", Set.of("http://kiln.test"))));
    assertAsked(browser);
  }

  @Test
  void thatTakesNoSuchPasswordFailsTheStep() {
    browser.network().authenticate(credentials("Wren", "wrong"));
    String failure = failure(() -> browser.pages().goTo(guarded() + "/"));
    assertTrue(failure.startsWith(guarded() + " does not take the user name and"), failure);
    browser.network().authenticate(credentials("Olga", "glaze: käolin"));
    browser.pages().goTo(guarded() + "/next");
    assertEquals("Olga", text("id", "who"));
  }

  @Test
  void thatNobodyAnswersFailsTheStep() {
    assertAsked(browser);
  }
}
