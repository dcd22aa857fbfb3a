package elmtable.webdriver.bidi.events;

import static org.junit.jupiter.api.Assertions.assertEquals;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Which answers a later case could get without asking the site. */
class StoredAnswersTest {
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "200 |                                               | false",
        "200 | cache-control: no-store                       | false",
        "200 | cache-control: no-cache, max-age=60           | false",
        "200 | cache-control: private, max-age=60            | true",
        "200 | cache-control: Max-Age=\"60\"                 | true",
        "200 | cache-control: max-age=0; last-modified: Mon  | false",
        "200 | last-modified: Mon                            | true",
        "200 | cache-control: private; last-modified: Mon    | true",
        "200 | expires: Wed, 21 Oct 2099 07:28:00 GMT        | true",
        "200 | expires: 0                                    | false",
        "200 | expires: -1                                   | false",
        "200 | pragma: no-cache; last-modified: Mon          | false",
        "200 | etag: x                                       | false",
        "301 |                                               | true",
        "302 |                                               | false",
        "308 | cache-control: no-cache                       | false",
      })
  void stayFreshAsTheirHeadersSay(int status, String headers, boolean fresh) {
    Map<String, String> read = new HashMap<>();
    for (String header : headers == null ? new String[0] : headers.split("; ")) {
      String[] parts = header.split(": ", 2);
      read.put(parts[0], parts[1]);
    }
    assertEquals(fresh, StoredAnswers.staysFresh(status, read));
  }

  @ParameterizedTest
  @CsvSource({
    "GET,  document, text/html,             true",
    "GET,  '',       application/json,      true",
    "POST, '',       application/json,      false",
    "GET,  script,   text/javascript,       false",
    "GET,  style,    text/css,              false",
    "GET,  image,    image/png,             false",
    "GET,  ,         text/javascript,       false",
    "GET,  ,         image/svg+xml,         false",
    "GET,  ,         text/html,             true",
  })
  void areKeptUnlessTheyArePartsOfPages(
      String method, String destination, String type, boolean kept) throws Exception {
    String told = destination == null ? "null" : "\"" + destination + "\"";
    JsonNode event =
        new ObjectMapper()
            .readTree(
                """
                {"request": {"method": "%s", "destination": %s},
                 "response": {"status": 200, "mimeType": "%s", "headers":
                  [{"name": "Cache-Control", "value": {"type": "string", "value": "max-age=9"}}]}}
                """
                    .formatted(method, told, type));
    assertEquals(kept, StoredAnswers.isKept(event));
  }
}
