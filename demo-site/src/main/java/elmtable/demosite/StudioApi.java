package elmtable.demosite;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.sun.net.httpserver.HttpExchange;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * The studio's JSON interface for other programs, behind a key. Each {@code X-Studio-Visit} has a
 * day book of its own.
 */
final class StudioApi {
  private static final ObjectMapper JSON = new ObjectMapper();
  private static final String KEY = "raku-7";

  /** One call in so many fails where that defect is planted. */
  private static final int RARE = 20;

  private final Map<String, Visit> visits = new ConcurrentHashMap<>();
  private final AtomicInteger calls = new AtomicInteger();
  private final Requests requests;
  private final Defects defects;

  StudioApi(Requests requests, Defects defects) {
    this.requests = requests;
    this.defects = defects;
  }

  void reset() {
    visits.clear();
  }

  void handle(HttpExchange exchange) throws IOException {
    if (defects.random503() && calls.incrementAndGet() % RARE == 0) {
      Site.json(exchange, 503, Map.of("message", "Too much to do, try again"));
      return;
    }
    if (!KEY.equals(exchange.getRequestHeaders().getFirst("X-Studio-Key"))) {
      Site.json(exchange, 401, Map.of("message", "The key is missing or wrong"));
      return;
    }
    String visit = exchange.getRequestHeaders().getFirst("X-Studio-Visit");
    Visit book = visits.computeIfAbsent(visit == null ? "" : visit, v -> new Visit());
    String path = exchange.getRequestURI().getPath();
    switch (exchange.getRequestMethod() + " " + path) {
      case "GET /api/kilns" -> Site.json(exchange, 200, Map.of("kilns", Kiln.all()));
      case "GET /api/firings" -> Site.json(exchange, 200, Map.of("firings", book.firings()));
      case "DELETE /api/firings" -> cancel(exchange, book);
      case "GET /api/batches" -> Site.json(exchange, 200, Map.of("batches", book.clay().batches()));
      case "POST /api/batches", "POST /api/batches/out", "DELETE /api/batches" ->
          changeClay(exchange, book.clay());
      default -> book(exchange, book);
    }
  }

  private void book(HttpExchange exchange, Visit book) throws IOException {
    Requests.Request wish = Requests.Request.of(JSON.readTree(exchange.getRequestBody()));
    Requests.Answer answer = requests.take(wish, book);
    if (answer.booked().isPresent()) {
      Site.json(exchange, 201, answer.booked().get());
    } else {
      Site.json(exchange, 422, Map.of("message", answer.message()));
    }
  }

  private static void changeClay(HttpExchange exchange, Clay clay) throws IOException {
    boolean writesOff = exchange.getRequestMethod().equals("DELETE");
    JsonNode wish = writesOff ? JSON.nullNode() : JSON.readTree(exchange.getRequestBody());
    String bags = wish.path("bags").asText();
    Clay.Answer answer;
    if (writesOff) {
      String query = exchange.getRequestURI().getQuery();
      answer = clay.writeOff(query == null ? "" : query.replaceFirst("^batch=", ""));
    } else if (exchange.getRequestURI().getPath().endsWith("/out")) {
      answer = clay.giveOut(wish.path("batch").asText(), bags);
    } else {
      answer = clay.takeIn(wish.path("clay").asText(), bags);
    }
    if (answer.batch().isPresent()) {
      Site.json(exchange, writesOff ? 200 : 201, answer.batch().get());
    } else {
      Site.json(exchange, 422, Map.of("message", answer.message()));
    }
  }

  private static void cancel(HttpExchange exchange, Visit book) throws IOException {
    String query = exchange.getRequestURI().getQuery();
    String reference = query == null ? "" : query.replaceFirst("^reference=", "");
    if (book.cancel(reference)) {
      Site.json(exchange, 200, Map.of("cancelled", List.of(reference)));
    } else {
      Site.json(exchange, 404, Map.of("message", reference + " is not booked"));
    }
  }
}
