package elmtable.keyword.builtin;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.browser.Cookie;
import java.net.URI;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

@DisplayName("A cookie that a reply sets")
class SetCookieTest {
  private static final Instant NOW = Instant.ofEpochSecond(1_000);
  private static final URI ASKED = URI.create("https://clay.kiln.test/api/firings");

  private static Optional<Cookie> read(String header) {
    return SetCookie.read(header, ASKED, NOW);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      nullValues = "none",
      value = {
        "a=b                                    | a | b    | clay.kiln.test | /api | none",
        "a = b, c ; Max-Age=5; Path=/           | a | b, c | clay.kiln.test | /    | 1005",
        "a=\"b=c\"; Path=x; DOMAIN=Kiln.test    | a | \"b=c\" | .kiln.test  | /api | none",
        "a=b; Domain=.kiln.test; Max-Age=0      | a | b    | .kiln.test     | /api | 1000",
        "a=b; Expires=Thu, 01-Jan-1970 01:00:00 GMT | a | b | clay.kiln.test | /api | 3600",
        "a=b; Expires=Thu, 1 Jan 1970 01:00:00 GMT; Max-Age=-1 | a | b | clay.kiln.test | /api | 1000",
        "a=b; Expires=soon; Max-Age=x           | a | b    | clay.kiln.test | /api | none",
      })
  void isReadAsBrowsersReadIt(
      String header, String name, String value, String domain, String path, Long expiry) {
    Cookie cookie = read(header).orElseThrow();
    assertEquals(
        new Cookie(name, value, domain, path, false, false, "", expiry), cookie, cookie::toString);
  }

  @Test
  void keepsItsMarks() {
    Cookie cookie = read("a=; Secure; HttpOnly; SameSite=Lax").orElseThrow();
    assertEquals(
        List.of("", true, true, "lax"),
        List.of(cookie.value(), cookie.secure(), cookie.httpOnly(), cookie.sameSite()));
  }

  @ParameterizedTest
  @CsvSource({"a", "=b", "a=b; Domain=glaze.test", "a=b; Domain=lay.kiln.test"})
  void isPassedOverWithoutNameOrForAnotherHost(String header) {
    assertEquals(Optional.empty(), read(header));
  }

  @Test
  void isSentWithWhatItIsForTheLongestPathFirst() {
    BrowserCookies cookies = new BrowserCookies(List.of(read("a=1; Path=/").orElseThrow()));
    cookies.put(
        ASKED,
        Map.of(
            "set-cookie",
            List.of(
                "b=2", "c=3; Domain=kiln.test; Path=/", "d=4; Secure", "e=5; Path=/apiary", "f=6"),
            "Other",
            List.of("g=7")));
    cookies.put(ASKED, Map.of("Set-Cookie", List.of("f=; Max-Age=0", "a=8; Path=/")));
    assertEquals("b=2; d=4; c=3; a=8", sent(cookies, "https://clay.kiln.test/api/"));
    assertEquals("b=2; c=3; a=8", sent(cookies, "http://clay.kiln.test/api"));
    assertEquals("c=3; a=8", sent(cookies, "https://clay.kiln.test"));
    assertEquals("c=3", sent(cookies, "https://glaze.kiln.test/api"));
    assertTrue(cookies.get(URI.create("https://notkiln.test/"), Map.of()).isEmpty());
    assertEquals(
        List.of("b", "c", "d", "e", "f", "a"), cookies.set().stream().map(Cookie::name).toList());
    assertFalse(cookies.set().get(0).isExpired(NOW));
  }

  private static String sent(BrowserCookies cookies, String address) {
    return cookies.get(URI.create(address), Map.of()).get("Cookie").get(0);
  }
}
