package elmtable.server.http;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.text.TextChange;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletionException;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.Test;

/** Documents as values, as pages send and read them. */
class DocumentsApiTest extends AbstractApiTest {
  private static final String MESSAGE = "<message>";

  private static List<JsonNode> list(JsonNode array) {
    return StreamSupport.stream(array.spliterator(), false).toList();
  }

  @Test
  void anUpdateIsKeptAndItsProblemsCome() throws Exception {
    JsonNode before = document(SUITE);
    assertEquals(0, before.path("version").asInt());
    Answer saved = update(before, "me", 0, replace(before, MESSAGE, "<mesage>"));
    assertEquals(200, saved.status());
    assertEquals(1, saved.body().path("version").asInt());
    String path = "/api/documents/" + before.path("id").asLong();
    JsonNode analysis = get(path + "/analysis").body();
    assertEquals(1, analysis.path("version").asInt());
    List<JsonNode> problems =
        list(analysis.path("between")).stream()
            .flatMap(block -> list(block.path("problems")).stream())
            .toList();
    assertEquals(1, problems.size());
    assertTrue(problems.get(0).path("message").asText().contains("the column “message”?"));
    assertEquals(1, get("/api/project").body().path("problems").path("errors").asInt());

    JsonNode again = get(path + "/analysis?since=" + analysis.path("token").asText()).body();
    assertEquals(List.of(), list(again.path("between")), "nothing changed since");
    assertEquals(list(analysis.path("between")).size(), again.path("above").asInt());
    JsonNode all = get(path + "/analysis?since=unknown").body();
    assertEquals(list(analysis.path("between")), list(all.path("between")));
  }

  @Test
  void whoIsBehindGetsWhatCameSince() throws Exception {
    JsonNode old = document(SUITE);
    update(old, "other", 0, replace(old, "suite ", "suite The "));
    Answer behind = update(old, "me", 0, replace(old, MESSAGE, "x"));
    assertEquals(409, behind.status());
    assertTrue(behind.headers().get("type").startsWith("application/problem+json"));
    JsonNode since = behind.body().path("since");
    assertEquals(1, since.path("version").asInt());
    assertEquals("other", since.path("updates").get(0).path("client").asText());
    TextChange theirs =
        JSON.treeToValue(since.path("updates").get(0).path("change"), TextChange.class);
    assertEquals(document(SUITE).path("text").asText(), theirs.apply(old.path("text").asText()));
  }

  /** A batch whose answer was lost is found among what came since. */
  @Test
  void aRepeatedBatchIsNotTakenTwice() throws Exception {
    JsonNode old = document(SUITE);
    TextChange change = replace(old, "suite ", "suite The ");
    update(old, "me", 0, change);
    Answer again = update(old, "me", 0, change);
    assertEquals(409, again.status());
    assertEquals("me", again.body().path("since").path("updates").get(0).path("client").asText());
    assertEquals(1, document(SUITE).path("version").asInt());
  }

  @Test
  void aPageFarBehindGetsWhatChangedByLines() throws Exception {
    JsonNode old = document(SUITE);
    update(old, "other", 0, replace(old, "suite ", "suite The "));
    String path = "/api/documents/" + old.path("id").asLong() + "/difference";
    Answer difference = send("POST", path, Map.of("text", old.path("text").asText()));
    assertEquals(1, difference.body().path("version").asInt());
    TextChange change = JSON.treeToValue(difference.body().path("change"), TextChange.class);
    assertEquals(document(SUITE).path("text").asText(), change.apply(old.path("text").asText()));
  }

  @Test
  void whatDoesNotFitIsRefusedAndChangesNothing() throws Exception {
    JsonNode before = document(SUITE);
    int length = before.path("text").asText().length();
    assertEquals(400, update(before, "me", 0, TextChange.none(3)).status());
    Answer long20 =
        update(before, "me", 0, TextChange.replace(length, 0, 0, "x".repeat(20_000_000)));
    assertEquals(400, long20.status());
    assertTrue(long20.body().path("detail").asText().contains("20 MB"));
    assertEquals(before, document(SUITE));
  }

  @Test
  void documentsComeGoAndComeBack() throws Exception {
    Answer made =
        send("POST", "/api/documents", Map.of("path", "suites/new.elmt", "text", "suite N\r\n"));
    assertEquals(201, made.status());
    assertEquals("suite N\n", made.body().path("text").asText(), "lines end in LF");
    Answer taken = send("POST", "/api/documents", Map.of("path", "suites/New.elmt", "text", ""));
    assertEquals(409, taken.status());
    String path = "/api/documents/" + made.body().path("id").asLong();
    JsonNode document = made.body();
    update(document, "me", 0, replace(document, "N", "New"));
    assertEquals(204, send("DELETE", path, null).status());
    assertEquals(410, get(path).status());
    assertEquals(410, update(document, "me", 1, TextChange.none(8)).status());
    assertEquals("suites/new.elmt", get("/api/removed").body().get(0).path("path").asText());
    Answer back = send("POST", path + "/restore", null);
    assertEquals("suite New\n", back.body().path("text").asText());
    assertEquals(0, get("/api/removed").body().size());
  }

  @Test
  void changesOfSeveralDocumentsAreMadeAndTakenBackTogether() throws Exception {
    JsonNode suite = document(SUITE);
    JsonNode pages = document("pages/studio.elmt");
    update(pages, "other", 0, replace(pages, "page ", "# theirs\npage "));
    Answer done =
        send(
            "POST",
            "/api/changes",
            Map.of(
                "documents",
                List.of(
                    change(suite, replace(suite, "suite ", "suite The ")),
                    change(pages, replace(pages, "elements", "elements\n# mine")),
                    Map.of(
                        "path",
                        "new.elmt",
                        "version",
                        0,
                        "change",
                        List.of(List.of(0, "suite X", ""))))));
    assertEquals(201, done.status());
    assertTrue(document(SUITE).path("text").asText().startsWith("suite The "));
    String both = document("pages/studio.elmt").path("text").asText();
    assertTrue(both.contains("# theirs") && both.contains("# mine"));
    assertEquals("suite X\n", document("new.elmt").path("text").asText());

    JsonNode after = document(SUITE);
    update(after, "other", 1, replace(after, "The ", "Our "));
    Answer undone = send("POST", "/api/changes/" + done.body().path("id").asLong() + "/undo", null);
    assertEquals(200, undone.status());
    assertEquals(1, undone.body().path("leftOut").asInt(), "somebody changed it since");
    assertTrue(document(SUITE).path("text").asText().startsWith("suite Our "));
    assertFalse(document("pages/studio.elmt").path("text").asText().contains("# mine"));
    assertEquals("", document("new.elmt").path("text").asText());
    assertEquals(404, send("POST", "/api/changes/99/undo", null).status());
  }

  private static Map<String, ?> change(JsonNode document, TextChange change) {
    return Map.of(
        "path",
        document.path("path").asText(),
        "version",
        document.path("version").asLong(),
        "change",
        change);
  }

  @Test
  void aFixIsToldAsChanges() throws Exception {
    JsonNode before = document(SUITE);
    update(before, "me", 0, replace(before, MESSAGE, "<mesage>"));
    JsonNode now = document(SUITE);
    int line = lineOf(now, "| expect text         | Message") - 1;
    JsonNode problem = firstProblem(now);
    Map<String, ?> ask =
        Map.of(
            "path",
            SUITE,
            "version",
            1,
            "line",
            line,
            "start",
            problem.path("start").asInt(),
            "code",
            problem.path("code").asText(),
            "fix",
            problem.path("fixes").get(0).asText());
    Answer changes = send("POST", "/api/fixes", ask);
    assertEquals(200, changes.status());
    TextChange fix = JSON.treeToValue(changes.body().get(0).path("change"), TextChange.class);
    assertEquals(before.path("text").asText(), fix.apply(now.path("text").asText()));
    update(now, "me", 1, replace(now, "suite ", "suite The "));
    assertEquals(404, send("POST", "/api/fixes", ask).status(), "the document went on");
  }

  private JsonNode firstProblem(JsonNode document) throws Exception {
    JsonNode analysis = get("/api/documents/" + document.path("id").asLong() + "/analysis").body();
    return list(analysis.path("between")).stream()
        .flatMap(block -> list(block.path("problems")).stream())
        .findFirst()
        .orElseThrow();
  }

  @Test
  void whoListensHearsUpdatesAndProblemsAndWhoElseIsHere() throws Exception {
    JsonNode document = document(SUITE);
    long id = document.path("id").asLong();
    try (LivePage one = LivePage.open(server.port(), "http://127.0.0.1:" + server.port());
        LivePage two = LivePage.open(server.port(), "")) {
      assertEquals("welcome", one.await(any -> true).path("live").asText());
      one.send("{\"live\":\"watch\",\"documents\":[" + id + "],\"runs\":{}}");
      two.send(
          "{\"live\":\"i am\",\"presence\":{\"client\":\"p2\",\"name\":\"Wren\",\"document\":"
              + id
              + ",\"version\":0,\"offset\":7,\"text\":null}}");
      JsonNode here = one.await(message -> message.path("live").asText().equals("here"));
      assertEquals("Wren", here.path("presence").path("name").asText());
      update(document, "p2", 0, replace(document, MESSAGE, "<mesage>"));
      JsonNode updated = one.await(message -> message.path("live").asText().equals("updated"));
      assertEquals(0, updated.path("after").asInt());
      assertEquals("p2", updated.path("updates").get(0).path("client").asText());
      JsonNode checked =
          one.await(message ->
              message.path("live").asText().equals("checked")
                  && message.path("problems").path("errors").asInt() == 1);
      assertEquals(id, checked.path("documents").get(0).asLong());
      two.close();
      JsonNode gone = one.await(message -> message.path("live").asText().equals("gone"));
      assertEquals("p2", gone.path("client").asText());
    }
    assertThrows(
        CompletionException.class, () -> LivePage.open(server.port(), "http://evil.example"));
  }

  @Test
  void outcomesAreToldCaseByCase() throws Exception {
    JsonNode document = document(SUITE);
    JsonNode outcomes = get("/api/documents/" + document.path("id").asLong() + "/outcomes").body();
    JsonNode first = outcomes.path("cases").get(0);
    assertTrue(
        document.path("text").asText().split("\n")[first.path("line").asInt()].startsWith("case "));
    assertTrue(first.path("executableCount").asInt() > 0);
    assertFalse(first.has("last"), "nothing ran yet");
  }

  @Test
  void historyTellsWhoDidWhatAndAnOldStateIsTakenBack() throws Exception {
    JsonNode first = document(SUITE);
    String path = "/api/documents/" + first.path("id").asLong();
    update(first, "one", 0, replace(first, MESSAGE, "x"));
    JsonNode second = document(SUITE);
    send(
        "POST",
        path + "/updates",
        Map.of(
            "version",
            1,
            "client",
            "two",
            "first",
            0,
            "author",
            "Wren",
            "updates",
            List.of(replace(second, "suite ", "suite The "))));
    JsonNode history = get(path + "/history").body();
    List<String> authors =
        list(history.path("entries")).stream().map(e -> e.path("author").asText()).toList();
    assertEquals(List.of("Wren", "local", "import"), authors);
    assertTrue(
        history.path("entries").get(0).path("what").get(0).asText().startsWith("suite The "));
    assertFalse(history.path("more").asBoolean());
    assertEquals(first.path("text"), get(path + "/texts/0").body().path("text"));
    assertEquals(404, get(path + "/texts/9").status());
    Answer back = send("POST", path + "/take-back", Map.of("version", 0, "author", "Juno"));
    assertEquals(first.path("text"), back.body().path("text"));
    assertEquals(3, back.body().path("version").asInt());
    assertEquals(400, send("POST", path + "/take-back", Map.of("version", 99)).status());
  }

  @Test
  void aDocumentGetsAnotherPathAndStaysTheSame() throws Exception {
    JsonNode document = document(SUITE);
    String path = "/api/documents/" + document.path("id").asLong();
    Answer renamed = send("PATCH", path, Map.of("path", "suites/requests.elmt"));
    assertEquals("suites/requests.elmt", renamed.body().path("path").asText());
    assertEquals(document.path("id"), document("suites/requests.elmt").path("id"));
    assertEquals(409, send("PATCH", path, Map.of("path", "suites/Kilns.elmt")).status());
    assertEquals(400, send("PATCH", path, Map.of("path", "../x.elmt")).status());
  }

  @Test
  void whereAFileOfRowsIsReadItsNewPathIsWritten() throws Exception {
    long id = document("data/price-list.csv").path("id").asLong();
    Answer renamed = send("PATCH", "/api/documents/" + id, Map.of("path", "data/prices.csv"));
    assertEquals(200, renamed.status());
    assertTrue(document("data/price-list.elmt").path("text").asText().contains("data/prices.csv"));
    assertEquals(0, get("/api/project").body().path("problems").path("errors").asInt());
    JsonNode set = get("/api/data/price%20list").body();
    assertEquals("data/prices.csv", set.path("file").asText());
    assertEquals(5, set.path("rows").asInt());
  }
}
