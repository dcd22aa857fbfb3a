package elmtable.run;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.sun.net.httpserver.BasicAuthenticator;
import com.sun.net.httpserver.HttpServer;
import elmtable.project.TestProjects;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("Basic authentication and cookies")
class AuthenticationRunTest extends AbstractRunTest {
  private HttpServer guarded;

  @BeforeEach
  void guard() throws IOException {
    guarded = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    guarded
        .createContext(
            "/",
            exchange -> {
              byte[] name = exchange.getPrincipal().getUsername().getBytes(StandardCharsets.UTF_8);
              exchange.sendResponseHeaders(200, name.length);
              exchange.getResponseBody().write(name);
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

  private String world(String base, String password) {
    return """
    environment local
    values
    | name          | value | kind   |
    | base address  | %s    |        |
    | http user     | Wren  |        |
    | http password | %s    | secret |

    case a
    steps
    """
        .formatted(base, password);
  }

  private String address() {
    return "http://127.0.0.1:" + guarded.getAddress().getPort();
  }

  private RunEvent.CaseFinished run(String world, String steps) throws InterruptedException {
    run(TestProjects.of(world + steps), 1, List.of());
    return all(RunEvent.CaseFinished.class).findFirst().orElseThrow();
  }

  @Test
  void isSetBeforeABrowserIsUsed() throws InterruptedException {
    run(world(address(), "celadon"), "| go to address | /kilns |\n| go to address | /clay |\n");
    assertEquals(
        List.of("authenticate as Wren", "go to " + address() + "/kilns"),
        browsers.done.subList(0, 2));
    assertEquals(1, browsers.done.stream().filter(one -> one.startsWith("authenticate")).count());
  }

  @Test
  void isNotSetWhereTheEnvironmentHasNone() throws InterruptedException {
    run(WORLD + "case a\nsteps\n", "| go to address | /kilns |\n");
    assertFalse(browsers.done.stream().anyMatch(one -> one.startsWith("authenticate")));
  }

  @Test
  void answersForRequestsToo() throws InterruptedException {
    String steps = "| send request | GET | /who | => status, reply |\n| log | <reply> |\n";
    assertEquals(Outcome.PASSED, run(world(address(), "glaze: käolin"), steps).outcome());
    assertTrue(logs().contains("Wren"), () -> logs().toString());
  }

  /** The guarded page is reached through a redirection that sets a cookie. */
  @Test
  void aRequestAsTheBrowserCarriesItsCookiesAndKeepsThoseOfTheReplies()
      throws InterruptedException {
    List<String> sent = new ArrayList<>();
    guarded.createContext(
        "/door",
        exchange -> {
          sent.add(String.valueOf(exchange.getRequestHeaders().getFirst("Cookie")));
          exchange.getResponseHeaders().add("Set-Cookie", "visit=2, 3; Path=/; Max-Age=60");
          exchange.getResponseHeaders().add("Location", "/hall");
          exchange.sendResponseHeaders(302, -1);
          exchange.close();
        });
    guarded.createContext(
        "/hall",
        exchange -> {
          sent.add(String.valueOf(exchange.getRequestHeaders().getFirst("Cookie")));
          exchange.sendResponseHeaders(200, -1);
          exchange.close();
        });
    String asBrowser = "| send request | GET | %s | as browser=yes |\n";
    String steps =
        asBrowser.formatted("/door")
            + "| expect status | 200 |\n| send request | GET | /hall |\n"
            + asBrowser.formatted("/hall");
    assertEquals(Outcome.PASSED, run(world(address(), "celadon"), steps).outcome());
    assertEquals(List.of("null", "visit=2, 3", "null", "visit=2, 3"), sent);
  }

  @Test
  void aReplyThatRepeatsWhatWasSentTellsNoPassword() throws InterruptedException {
    guarded.createContext(
        "/echo",
        exchange -> {
          String sent = exchange.getRequestHeaders().getFirst("Authorization");
          exchange.getResponseHeaders().add("WWW-Authenticate", "Basic realm=\"studio\"");
          byte[] bytes = String.valueOf(sent).getBytes(StandardCharsets.UTF_8);
          exchange.sendResponseHeaders(sent == null ? 401 : 200, bytes.length);
          exchange.getResponseBody().write(bytes);
          exchange.close();
        });
    run(
        world(address(), "glaze: käolin"),
        "| send request | GET | /echo | => status, reply |\n| log | <reply> |\n");
    assertTrue(logs().contains("Basic •••"), () -> logs().toString());
  }

  @Test
  void isToldToNoOtherSite() throws InterruptedException {
    String steps = "| send request | GET | " + address() + "/who |\n| expect status | 401 |\n";
    assertEquals(Outcome.PASSED, run(world("http://kiln.test", "glaze: käolin"), steps).outcome());
  }

  @Test
  void aWrongPasswordGivesTheRepliesStatus() throws InterruptedException {
    String steps = "| send request | GET | /who |\n| expect status | 401 |\n";
    assertEquals(Outcome.PASSED, run(world(address(), "celadon"), steps).outcome());
  }
}
