package elmtable.server.http;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.BrowserState;
import elmtable.browser.Cookie;
import elmtable.run.request.KeptSessions;
import elmtable.server.store.SessionFiles;
import elmtable.text.TextChange;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.Test;

/** What the stations show beside documents. */
class StationsApiTest extends AbstractApiTest {
  private static List<JsonNode> list(JsonNode array) {
    return StreamSupport.stream(array.spliterator(), false).toList();
  }

  private JsonNode block(String kind, String name) throws Exception {
    return list(get("/api/blocks").body()).stream()
        .filter(node -> node.path("kind").asText().equals(kind))
        .filter(node -> node.path("name").asText().equals(name))
        .findFirst()
        .orElseThrow();
  }

  @Test
  void eachBlockIsListedWithWhatItsStationCounts() throws Exception {
    JsonNode keyword = block("keyword", "book a firing");
    assertEquals("Studio tasks", keyword.path("group").asText());
    int calls =
        list(get("/api/uses?kind=keyword&name=book%20a%20firing").body()).stream()
            .filter(use -> !use.path("declares").asBoolean())
            .toList()
            .size();
    assertTrue(calls > 0);
    assertEquals(calls, keyword.path("size").asInt(), "as many as there are uses");
    JsonNode page = block("page", "Bookings");
    assertTrue(page.path("size").asInt() > 5);
    assertTrue(page.path("detail").asText().startsWith("/"));
    assertEquals("file", block("data", "price list").path("group").asText());
    assertTrue(block("data", "price list").path("size").asInt() > 1);
    assertTrue(block("fixture", "signed in as <member>").path("size").asInt() >= 1);
    assertEquals("firefox", block("browser", "firefox").path("detail").asText());
  }

  @Test
  void usesTellWhereTheyAre() throws Exception {
    List<JsonNode> uses = list(get("/api/uses?kind=page&name=Bookings").body());
    assertTrue(uses.stream().anyMatch(use -> use.path("declares").asBoolean()));
    assertTrue(uses.stream().anyMatch(use -> use.path("where").asText().equals("step 1")));
    assertTrue(uses.stream().anyMatch(use -> use.path("where").asText().equals("pages")));
    List<JsonNode> element = list(get("/api/uses?kind=page&page=Bookings&name=Send").body());
    assertTrue(element.size() > 1, element.toString());
    assertEquals(400, get("/api/uses?kind=thing&name=x").status());
    assertEquals(400, get("/api/uses?kind=page").status());
  }

  @Test
  void linesThatHoldATextAreTold() throws Exception {
    JsonNode found = get("/api/lines?text=page%20bookings%20").body();
    assertEquals(1, found.path("count").asInt(), found.toString());
    assertEquals("Bookings", found.path("lines").get(0).path("title").asText());
    assertEquals(400, get("/api/lines?text=%20").status());
  }

  @Test
  void aRepeatBecomesAKeywordInAllItsPlacesAtOnce() throws Exception {
    JsonNode repeat = get("/api/repeats").body().get(0);
    int saved = repeat.path("saved").asInt();
    assertTrue(saved > 0, repeat.toString());
    assertEquals(repeat.path("count").asInt(), repeat.path("steps").size());
    JsonNode first = repeat.path("places").get(0);
    JsonNode document = document(first.path("path").asText());
    Map<String, Object> ask = new HashMap<>();
    ask.put("what", "extract keyword");
    ask.put("path", first.path("path").asText());
    ask.put("version", document.path("version").asLong());
    ask.put("line", first.path("line").asInt());
    ask.put("count", repeat.path("count").asInt());
    ask.put("name", "do it all at once");
    JsonNode preview = send("POST", "/api/refactorings", ask).body();
    assertFalse(preview.has("refusal"), preview.toString());
    assertEquals(repeat.path("places").size(), preview.path("places").size());
    List<Map<String, Object>> changes = new ArrayList<>();
    for (JsonNode changed : preview.path("documents")) {
      changes.add(
          Map.of(
              "path", changed.path("path").asText(),
              "version", changed.path("version").asLong(),
              "change", changed.path("change")));
    }
    assertEquals(201, send("POST", "/api/changes", Map.of("documents", changes)).status());
    for (JsonNode changed : preview.path("documents")) {
      assertEquals(
          changed.path("after").asText(),
          document(changed.path("path").asText()).path("text").asText());
    }
    assertEquals(
        repeat.path("places").size(), block("keyword", "do it all at once").path("size").asInt());
  }

  @Test
  void aRefactoringOfAnOlderVersionOrThatCannotBeIsRefused() throws Exception {
    JsonNode document = document(SUITE);
    int step = lineOf(document, "| open");
    Map<String, Object> ask =
        Map.of(
            "what",
            "extract keyword",
            "path",
            SUITE,
            "version",
            0,
            "line",
            step,
            "count",
            1,
            "name",
            "press");
    String refusal = send("POST", "/api/refactorings", ask).body().path("refusal").asText();
    assertEquals("There is already a keyword “press”.", refusal);
    int suite = lineOf(document, "suite ");
    Map<String, Object> rename =
        Map.of("what", "rename", "path", SUITE, "version", 0, "line", suite, "name", "Quite new");
    JsonNode preview = send("POST", "/api/refactorings", rename).body();
    assertTrue(
        preview.path("documents").get(0).path("after").asText().startsWith("suite Quite new"));
    update(
        document,
        "other",
        0,
        TextChange.replace(document.path("text").asText().length(), 0, 0, ""));
    assertEquals(409, send("POST", "/api/refactorings", ask).status());
  }

  @Test
  void rowsOfADataSetComeInPagesWithTheStepsThatShapeThem() throws Exception {
    JsonNode all = get("/api/data/price%20list").body();
    long rows = all.path("rows").asLong();
    assertEquals(rows, all.path("shown").size());
    assertEquals("from", all.path("stages").get(0).path("word").asText());
    assertEquals("data/price-list.csv", all.path("stages").get(0).path("said").asText());
    assertTrue(all.path("columns").get(0).has("name"));
    JsonNode page = get("/api/data/price%20list?from=1&most=2").body();
    assertEquals(2, page.path("shown").size());
    assertEquals(2, page.path("shown").get(0).path("number").asInt());
    assertEquals(all.path("shown").get(1), page.path("shown").get(0));
    assertEquals(404, get("/api/data/none").status());
    assertEquals(400, get("/api/data/price%20list?from=x").status());
  }

  @Test
  void whatSurroundsACaseIsItsOrder() throws Exception {
    String path = "suites/receipts.elmt";
    int line = lineOf(document(path), "case The receipt opens");
    JsonNode order = get("/api/order?path=" + path + "&line=" + line).body();
    List<String> parts =
        list(order.path("parts")).stream()
            .map(part -> part.path("phase").asText() + " " + part.path("kind").asText())
            .toList();
    assertEquals("before fixture", parts.get(0));
    assertTrue(parts.contains("steps case"), parts.toString());
    assertEquals(
        "run", order.path("parts").get(0).path("scope").asText(), "what it needs is first");
    assertEquals("30m", order.path("parts").get(1).path("keptFor").asText());
    assertEquals(1, order.path("parts").get(1).path("steps").size());
    JsonNode ofSuite = get("/api/order?path=" + path + "&line=1").body();
    assertEquals(order, ofSuite, "a line of the suite means its first case");
    assertEquals(404, get("/api/order?path=" + path + "&line=100000").status());
  }

  @Test
  void theOrderOfAScenarioHasItsSentences() throws Exception {
    String path = "features/glaze-mixer.feature";
    int line = lineOf(document(path), "  Scenario Outline: <Recipe>");
    JsonNode parts = get("/api/order?path=" + path + "&line=" + line).body().path("parts");
    JsonNode steps = parts.get(0).path("steps");
    assertEquals(4, steps.size());
    JsonNode second = steps.get(1);
    assertEquals("When", second.path("cells").get(0).path("source").asText());
    assertTrue(second.path("cells").get(1).path("source").asText().startsWith("I mix <Share>"));
    List<String> origins =
        list(second.path("cells").get(1).path("parts")).stream()
            .map(piece -> piece.path("origin").asText())
            .filter(origin -> !origin.isEmpty())
            .toList();
    assertEquals(List.of("column", "column", "column"), origins);
    assertEquals("mix two parts", second.path("step").path("keyword").asText());
  }

  @Test
  void sessionsThatAreKeptAreToldWithoutTheirValuesAndForgotten() throws Exception {
    assertEquals(0, get("/api/sessions").body().size());
    SessionFiles.in(data)
        .keep(
            "some key",
            new KeptSessions.Session(
                "signed in as Juno Farrow",
                "local",
                "desktop",
                new BrowserState(
                    List.of(new Cookie("visit", "geheim", "127.0.0.1", "/", false, true, "", null)),
                    Map.of()),
                Map.of(),
                Instant.now(),
                Duration.ofMillis(700)));
    JsonNode session = get("/api/sessions").body().get(0);
    assertEquals("visit", session.path("cookies").get(0).asText());
    assertFalse(session.toString().contains("geheim"));
    String path = "/api/sessions/" + session.path("id").asText();
    assertEquals(204, send("DELETE", path, null).status());
    assertEquals(404, send("DELETE", path, null).status());
    assertEquals(0, get("/api/sessions").body().size());
  }

  @Test
  void environmentsStandSideBySide() throws Exception {
    JsonNode document = document("environments.elmt");
    String text = document.path("text").asText();
    String more =
        "\nenvironment far\nlike: local\nvalues\n| name | value | kind |\n"
            + "| currency | $ | |\n| key | s3cret | secret |\n| token | <os/TOKEN> | secret |\n";
    update(
        document, "me", 0, TextChange.replace(text.length(), text.length(), text.length(), more));
    JsonNode view = get("/api/environments").body();
    List<JsonNode> environments = list(view.path("environments"));
    assertEquals("local", environments.getLast().path("like").asText());
    Map<String, JsonNode> values = new HashMap<>();
    view.path("values")
        .forEach(value -> values.put(value.path("name").asText(), value.path("cells")));
    int last = environments.size() - 1;
    assertEquals("local", values.get("base address").get(last).path("from").asText());
    assertEquals("$", values.get("currency").get(last).path("text").asText());
    assertFalse(values.get("currency").get(last).has("from"));
    assertEquals("•••", values.get("key").get(last).path("text").asText());
    assertEquals("<os/TOKEN>", values.get("token").get(last).path("text").asText());
    assertFalse(values.get("key").get(0).has("text"));
    assertFalse(view.toString().contains("s3cret"));
  }

  private static final String SHEET = "intake/manual-scenarios.xlsx";

  private JsonNode scenario(String key) throws Exception {
    return list(get("/api/intake/" + SHEET).body().path("scenarios")).stream()
        .filter(node -> node.path("key").asText().equals(key))
        .findFirst()
        .orElseThrow();
  }

  @Test
  void everySentenceOfASheetIsCountedOnceAndADecisionStands() throws Exception {
    assertEquals(List.of(SHEET), JSON.convertValue(get("/api/intake").body(), List.class));
    JsonNode before = get("/api/intake/" + SHEET).body();
    int sentences =
        list(before.path("scenarios")).stream()
            .mapToInt(each -> each.path("sentences").size())
            .sum();
    assertEquals(
        sentences,
        before.path("said").asInt() + before.path("nearly").asInt() + before.path("not").asInt());
    JsonNode unsaid =
        list(scenario("MS-14").path("sentences")).stream()
            .filter(node -> node.path("state").asText().equals("not"))
            .findFirst()
            .orElseThrow();
    String sentence = unsaid.path("text").asText();
    JsonNode after =
        send(
                "POST",
                "/api/intake",
                Map.of(
                    "path",
                    SHEET,
                    "decisions",
                    List.of(Map.of("sentence", sentence, "cells", List.of("open", "Bookings")))))
            .body();
    assertEquals(before.path("said").asInt() + 1, after.path("said").asInt());
    assertEquals(after, get("/api/intake/" + SHEET).body(), "it is kept");
    JsonNode undone =
        send(
                "POST",
                "/api/intake",
                Map.of(
                    "path",
                    SHEET,
                    "decisions",
                    List.of(Map.of("sentence", sentence, "undecided", true))))
            .body();
    assertEquals(before, undone);
  }

  @Test
  void draftedCasesCoverTheirScenariosAndAreNotDraftedIntoTheSameFileAgain() throws Exception {
    Map<String, Object> ask =
        Map.of("path", SHEET, "name", "By hand", "keys", List.of("MS-1", "MS-14"));
    Answer made = send("POST", "/api/drafts", ask);
    assertEquals(201, made.status(), String.valueOf(made.body()));
    assertEquals("suites/by-hand.elmt", made.body().path("path").asText());
    assertEquals("suites/by-hand.elmt", scenario("MS-1").path("covered").path("path").asText());
    assertTrue(scenario("MS-2").path("covered").isMissingNode(), "it was not asked for");
    assertEquals(
        "suites/by-hand-2.elmt", send("POST", "/api/drafts", ask).body().path("path").asText());
    assertTrue(document("suites/by-hand.elmt").path("text").asText().contains(SHEET + " / MS-14"));
  }

  @Test
  void aPlanTellsBeforeTheStartWhatWouldGoWrong() throws Exception {
    JsonNode warnings = get("/api/plan").body().path("warnings");
    assertEquals("Browser desktop: no browser in this test", warnings.path(0).asText());
    assertEquals(1, warnings.size());
    Map<String, String> clashing =
        Map.of(
            "path",
            "suites/new.elmt",
            "text",
            "suite New\n\ncase same\ndata\n| n |\n| 1 |\n| 2 |\nsteps\n| log | <n> |\n");
    assertEquals(201, send("POST", "/api/documents", clashing).status());
    JsonNode more = get("/api/plan?suite=New").body().path("warnings");
    assertTrue(
        more.path(1).asText().startsWith("suites/new.elmt: Rows 1 and 2 both give “same”"),
        more.toString());
    assertEquals(1, get("/api/plan?suite=Kilns").body().path("warnings").size());
  }

  @Test
  void whatNoSheetHasIsRefused() throws Exception {
    assertEquals(404, get("/api/intake/intake/none.xlsx").status());
    assertEquals(
        400,
        send("POST", "/api/drafts", Map.of("path", SHEET, "name", "x", "keys", List.of()))
            .status());
  }
}
