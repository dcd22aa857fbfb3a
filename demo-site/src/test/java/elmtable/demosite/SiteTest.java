package elmtable.demosite;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SiteTest {
  private static final ObjectMapper JSON = new ObjectMapper();
  private Site site;
  private final HttpClient client =
      HttpClient.newBuilder().cookieHandler(new CookieManager()).build();

  @BeforeEach
  void start() throws IOException {
    site = Site.start(0, Defects.of(Map.of()));
  }

  @AfterEach
  void stop() {
    site.close();
  }

  private HttpResponse<String> send(String method, String path, String body) throws Exception {
    HttpRequest request =
        HttpRequest.newBuilder(URI.create(site.address() + path))
            .method(method, HttpRequest.BodyPublishers.ofString(body))
            .build();
    return client.send(request, HttpResponse.BodyHandlers.ofString());
  }

  private JsonNode json(String method, String path, String body) throws Exception {
    return JSON.readTree(send(method, path, body).body());
  }

  @ParameterizedTest
  @CsvSource({
    "/, A kiln for everyone",
    "/sign-in, Password",
    "/bookings, Firing programme",
    "/firings, Only programme",
    "/glazes, Glaze library"
  })
  void pagesAreServed(String path, String words) throws Exception {
    HttpResponse<String> page = send("GET", path, "");
    assertEquals(200, page.statusCode());
    assertTrue(page.body().contains(words));
  }

  @Test
  void whatIsNotThereIsNotFoundAndNothingOutsideIsServed() throws Exception {
    assertEquals(404, send("GET", "/none", "").statusCode());
    assertEquals(404, send("GET", "/..%2Fpom.xml", "").statusCode());
  }

  /** Days come in after the page: whoever pressed earlier was told to choose one. */
  @Test
  void nothingCanBeSentBeforeTheDaysAreThere() throws Exception {
    assertTrue(send("GET", "/bookings", "").body().contains("<button id=\"send\" disabled>"));
  }

  @Test
  void aMemberSignsInAndTheVisitKnowsIt() throws Exception {
    assertEquals(
        403,
        send("POST", "/sign-in", "{\"member\":\"Juno Farrow\",\"password\":\"no\"}").statusCode());
    assertEquals("", json("GET", "/visit", "").path("member").asText());
    assertEquals(
        200,
        send("POST", "/sign-in", "{\"member\":\"Juno Farrow\",\"password\":\"celadon\"}")
            .statusCode());
    assertEquals("Juno Farrow", json("GET", "/visit", "").path("member").asText());
    send("POST", "/api/reset", "");
    assertEquals("", json("GET", "/visit", "").path("member").asText());
  }

  @Test
  void onlyKeepersChangeTheStock() throws Exception {
    String takeIn = "{\"clay\": \"Porcelain\", \"bags\": \"3\"}";
    assertEquals(403, send("POST", "/clay/take-in", takeIn).statusCode());
    String keeper = "{\"member\": \"Marn Holloway\", \"password\": \"bone ash\"}";
    assertEquals("/clay", json("POST", "/sign-in", keeper).path("home").asText());
    JsonNode batches = json("POST", "/clay/take-in", takeIn).path("batches");
    assertEquals("CB-301", batches.path(0).path("name").asText());
    assertEquals(batches, json("GET", "/visit", "").path("batches"));
  }

  @Test
  void aBookingIsListedAndCancelled() throws Exception {
    JsonNode booked =
        json(
            "POST",
            "/bookings",
            "{\"shelves\":\"2\",\"programme\":\"Raku\",\"peak\":\"1000\",\"day\":\"Fri 11 December\"}");
    String reference = booked.path("booked").path("reference").asText();
    assertEquals(8, json("GET", "/visit", "").path("firings").size());
    assertEquals(
        "Cancelled " + reference,
        json("POST", "/firings/cancel", "{\"reference\":\"" + reference + "\"}")
            .path("message")
            .asText());
    assertEquals(7, json("GET", "/visit", "").path("firings").size());
    assertEquals(
        "€ 42.00",
        json("GET", "/price?shelves=2&programme=Raku&fragile=false", "").path("price").asText());
    assertEquals("–", json("GET", "/price?shelves=9&programme=Raku", "").path("price").asText());
  }

  @Test
  void theLateLabelIsPlantedUnlessItIsSwitchedOff() throws Exception {
    assertEquals("Send my offer", json("GET", "/visit", "").path("offerLabel").asText());
    try (Site sound = Site.start(0, Defects.of(Map.of("EMBERWICK_DEFECTS", "none")))) {
      HttpRequest request = HttpRequest.newBuilder(URI.create(sound.address() + "/visit")).build();
      String body = client.send(request, HttpResponse.BodyHandlers.ofString()).body();
      assertEquals("Send request", JSON.readTree(body).path("offerLabel").asText());
    }
  }
}
