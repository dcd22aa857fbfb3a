package elmtable.demosite;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.InputStream;
import java.math.BigDecimal;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;

/** The studio's web site. */
public final class Site implements AutoCloseable {
  private static final ObjectMapper JSON = new ObjectMapper();
  private static final String COOKIE = "emberwick-visit";
  private static final long SIGN_IN_MILLIS = 600;
  private static final long KILNS_MILLIS = 400;
  private static final long SLOW_KILNS_MILLIS = 6000;
  private static final Map<String, String> MEMBERS =
      Map.of("Juno Farrow", "celadon", "Wren Aldous", "tenmoku", "Pia Marsh", "shino");
  private static final Map<String, String> KEEPERS = Map.of("Marn Holloway", "bone ash");
  private static final Map<String, String> PAGES =
      Map.ofEntries(
          Map.entry("/", "welcome.html"),
          Map.entry("/sign-in", "sign-in.html"),
          Map.entry("/bookings", "bookings.html"),
          Map.entry("/bookings/offer", "bookings.html"),
          Map.entry("/firings", "firings.html"),
          Map.entry("/receipt", "receipt.html"),
          Map.entry("/kilns", "kilns.html"),
          Map.entry("/mixer", "mixer.html"),
          Map.entry("/chart", "chart.html"),
          Map.entry("/chart-frame", "chart-frame.html"),
          Map.entry("/clay", "clay.html"));

  private final HttpServer server;
  private final Map<String, Visit> visits = new ConcurrentHashMap<>();
  private final Defects defects;
  private final Requests requests;
  private final StudioApi api;

  private Site(HttpServer server, Defects defects) {
    this.server = server;
    this.defects = defects;
    this.requests = new Requests(defects);
    this.api = new StudioApi(requests, defects);
  }

  /** Starts on a port of the loopback interface; 0 takes a free one. */
  public static Site start(int port, Defects defects) throws IOException {
    HttpServer server =
        HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 64);
    server.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
    Site site = new Site(server, defects);
    server.createContext("/", site::handle);
    server.start();
    return site;
  }

  public String address() {
    return "http://127.0.0.1:" + server.getAddress().getPort();
  }

  @Override
  public void close() {
    server.stop(0);
  }

  private void handle(HttpExchange exchange) throws IOException {
    try (exchange) {
      String path = exchange.getRequestURI().getPath();
      Visit visit = visit(exchange);
      switch (exchange.getRequestMethod() + " " + path) {
        case "POST /sign-in" -> signIn(exchange, visit);
        case "POST /bookings" -> book(exchange, visit);
        case "POST /firings/cancel" -> cancel(exchange, visit);
        case "POST /api/reset" -> {
          visits.clear();
          api.reset();
          exchange.sendResponseHeaders(204, -1);
        }
        case "GET /kilns/list" -> {
          pause(defects.slowKilns() ? SLOW_KILNS_MILLIS : KILNS_MILLIS);
          json(exchange, 200, Kiln.all());
        }
        case "POST /clay/take-in", "POST /clay/give-out", "POST /clay/write-off" ->
            changeClay(exchange, path, visit);
        case "GET /api/kilns",
            "GET /api/firings",
            "POST /api/firings",
            "DELETE /api/firings",
            "GET /api/batches",
            "POST /api/batches",
            "POST /api/batches/out",
            "DELETE /api/batches" ->
            api.handle(exchange);
        case "GET /visit" -> json(exchange, 200, state(visit));
        case "GET /price" -> price(exchange);
        case "GET " + GlazeLibrary.PATH -> send(exchange, 200, "text/html", GlazeLibrary.PAGE);
        case "GET " + GlazeLibrary.SCRIPT_PATH -> {
          // As applications serve what never changes under its name.
          exchange.getResponseHeaders().add("Cache-Control", "public, max-age=31536000, immutable");
          send(exchange, 200, "text/javascript", GlazeLibrary.SCRIPT);
        }
        default -> page(exchange, path);
      }
    } catch (RuntimeException broken) {
      System.err.println(
          "A request could not be answered: " + exchange.getRequestURI() + ": " + broken);
    }
  }

  private Visit visit(HttpExchange exchange) {
    String cookies =
        Optional.ofNullable(exchange.getRequestHeaders().getFirst("Cookie")).orElse("");
    for (String cookie : cookies.split("; *")) {
      if (cookie.startsWith(COOKIE + "=")
          && visits.containsKey(cookie.substring(COOKIE.length() + 1))) {
        return visits.get(cookie.substring(COOKIE.length() + 1));
      }
    }
    String id = UUID.randomUUID().toString();
    Visit visit = new Visit();
    visits.put(id, visit);
    exchange
        .getResponseHeaders()
        .add("Set-Cookie", COOKIE + "=" + id + "; Path=/; HttpOnly; SameSite=Lax");
    return visit;
  }

  private Map<String, Object> state(Visit visit) {
    Map<String, Object> state = new LinkedHashMap<>();
    state.put("member", visit.member());
    state.put("keeper", visit.isKeeper());
    state.put("batches", visit.isKeeper() ? visit.clay().batches() : List.of());
    state.put("days", Requests.days());
    state.put("firings", visit.firings());
    state.put("offerLabel", defects.lateLabel() ? "Send my offer" : "Send request");
    return state;
  }

  private void signIn(HttpExchange exchange, Visit visit) throws IOException {
    JsonNode form = JSON.readTree(exchange.getRequestBody());
    String name = form.path("member").asText().strip();
    // Looking up a member takes its time, as everywhere.
    pause(SIGN_IN_MILLIS);
    String password = form.path("password").asText();
    boolean keeper = password.equals(KEEPERS.get(name));
    if (keeper || password.equals(MEMBERS.get(name))) {
      visit.signIn(name, keeper);
      String home = keeper ? "/clay" : "/bookings";
      json(exchange, 200, Map.of("message", "Welcome, " + name, "home", home));
    } else {
      json(exchange, 403, Map.of("message", "We do not know this name and password"));
    }
  }

  private static void pause(long millis) {
    try {
      Thread.sleep(millis);
    } catch (InterruptedException stopping) {
      Thread.currentThread().interrupt();
    }
  }

  private void book(HttpExchange exchange, Visit visit) throws IOException {
    Requests.Request wish = Requests.Request.of(JSON.readTree(exchange.getRequestBody()));
    Requests.Answer answer = requests.take(wish, visit);
    Map<String, Object> body = new LinkedHashMap<>();
    body.put("message", answer.message());
    answer.booked().ifPresent(firing -> body.put("booked", firing));
    json(exchange, 200, body);
  }

  private void cancel(HttpExchange exchange, Visit visit) throws IOException {
    String reference = JSON.readTree(exchange.getRequestBody()).path("reference").asText();
    boolean cancelled = visit.cancel(reference);
    json(
        exchange,
        200,
        Map.of("message", cancelled ? "Cancelled " + reference : reference + " is not booked"));
  }

  private void changeClay(HttpExchange exchange, String path, Visit visit) throws IOException {
    if (!visit.isKeeper()) {
      Map<String, ?> refused =
          Map.of("message", "Only keepers see the stock", "batches", List.of());
      json(exchange, 403, refused);
      return;
    }
    JsonNode wish = JSON.readTree(exchange.getRequestBody());
    String bags = wish.path("bags").asText();
    Clay clay = visit.clay();
    Clay.Answer answer =
        switch (path) {
          case "/clay/take-in" -> clay.takeIn(wish.path("clay").asText(), bags);
          case "/clay/give-out" -> clay.giveOut(wish.path("batch").asText(), bags);
          default -> clay.writeOff(wish.path("batch").asText());
        };
    json(exchange, 200, Map.of("message", answer.message(), "batches", clay.batches()));
  }

  private void price(HttpExchange exchange) throws IOException {
    Map<String, String> query = new LinkedHashMap<>();
    for (String pair :
        Optional.ofNullable(exchange.getRequestURI().getQuery()).orElse("").split("&")) {
      query.put(pair.replaceAll("=.*", ""), pair.replaceAll("^[^=]*=?", ""));
    }
    String shelves = query.getOrDefault("shelves", "");
    Optional<BigDecimal> price =
        Programme.named(query.getOrDefault("programme", ""))
            .filter(programme -> shelves.matches("[1-6]"))
            .map(programme ->
                programme.price(
                    Integer.parseInt(shelves),
                    Set.of("true", "yes").contains(query.getOrDefault("fragile", ""))));
    json(exchange, 200, Map.of("price", price.map(p -> "€ " + p.toPlainString()).orElse("–")));
  }

  private void page(HttpExchange exchange, String path) throws IOException {
    String file =
        PAGES.getOrDefault(path, path.matches("/[a-z-]+\\.(css|js|svg)") ? path.substring(1) : "");
    Optional<String> content = file.isEmpty() ? Optional.empty() : content(file);
    if (content.isEmpty()) {
      send(exchange, 404, "text/plain", "There is no page " + path + ".");
      return;
    }
    send(exchange, 200, type(file), framed(content.get()));
  }

  private static Optional<String> content(String file) throws IOException {
    try (InputStream in = Site.class.getResourceAsStream(file)) {
      return in == null
          ? Optional.empty()
          : Optional.of(new String(in.readAllBytes(), StandardCharsets.UTF_8));
    }
  }

  /** A page that begins with its title stands in the site's frame. */
  private static String framed(String content) throws IOException {
    if (!content.startsWith("<title>")) {
      return content;
    }
    int end = content.indexOf('\n');
    return content("frame.html")
        .orElseThrow()
        .replace("<!-- title -->", content.substring(0, end))
        .replace("<!-- page -->\n", content.substring(end + 1));
  }

  private static String type(String file) {
    return switch (file.substring(file.lastIndexOf('.') + 1)) {
      case "css" -> "text/css";
      case "js" -> "text/javascript";
      case "svg" -> "image/svg+xml";
      default -> "text/html";
    };
  }

  static void json(HttpExchange exchange, int status, Object body) throws IOException {
    send(exchange, status, "application/json", JSON.writeValueAsString(body));
  }

  private static void send(HttpExchange exchange, int status, String type, String body)
      throws IOException {
    byte[] bytes = body.getBytes(StandardCharsets.UTF_8);
    exchange.getResponseHeaders().set("Content-Type", type + "; charset=utf-8");
    exchange.getResponseHeaders().set("Cache-Control", "no-store");
    exchange.sendResponseHeaders(status, bytes.length);
    exchange.getResponseBody().write(bytes);
  }
}
