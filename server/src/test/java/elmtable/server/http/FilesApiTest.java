package elmtable.server.http;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;

/** Data files, and whole projects as zips. */
class FilesApiTest extends AbstractApiTest {
  @Test
  void aFileOfRowsIsADocumentAndAnotherUploadIsAChangeOfIt() throws Exception {
    String file = "/api/files/data/new.csv";
    assertEquals(204, bytes("PUT", file, "a,b\n1,2\n".getBytes()).statusCode());
    assertEquals(204, bytes("PUT", file, "a,b\n1,3\n".getBytes()).statusCode());
    JsonNode now = document("data/new.csv");
    assertEquals("a,b\n1,3\n", now.path("text").asText());
    assertEquals(1, now.path("version").asLong());
    byte[] western = "a,b\n1,é\n".getBytes(StandardCharsets.ISO_8859_1);
    HttpResponse<byte[]> foreign = bytes("PUT", file, western);
    assertEquals(400, foreign.statusCode());
    assertTrue(new String(foreign.body(), StandardCharsets.UTF_8).contains("must be UTF-8"));
    assertEquals(204, bytes("PUT", "/api/files/data/western.csv", western).statusCode());
    byte[] text = "a,b\n1,é\n".getBytes(StandardCharsets.UTF_8);
    assertEquals(204, bytes("PUT", "/api/files/data/western.csv", text).statusCode());
    Map<String, String> taken = Map.of("path", "data/western.csv", "text", "");
    assertEquals(409, send("POST", "/api/documents", taken).status());
  }

  @Test
  void aProjectGoesOutAndComesInAsAZip() throws Exception {
    JsonNode before = document(SUITE);
    byte[] zip = bytes("GET", "/api/export", new byte[0]).body();
    update(before, "me", 0, replace(before, "suite ", "suite The "));
    assertEquals(204, bytes("PUT", "/api/files/data/new.csv", "a,b\n".getBytes()).statusCode());
    assertEquals(204, bytes("POST", "/api/import", zip).statusCode());
    assertEquals(before.path("text"), document(SUITE).path("text"));
    assertEquals(2, document(SUITE).path("version").asInt(), "it came in as a change");
    byte[] again = bytes("GET", "/api/export", new byte[0]).body();
    assertTrue(again.length > zip.length, "with the file that was uploaded");
    assertEquals(400, bytes("POST", "/api/import", "no zip".getBytes()).statusCode());
    assertEquals(400, bytes("PUT", "/api/files/..%2Fx.csv", new byte[1]).statusCode());
    assertEquals(409, send("POST", "/api/demo", Map.of()).status(), "the project is not empty");
  }

  @Test
  void aFolderThatAllOfAZipLiesInIsNoPartOfThePathsWhereADataSetNamesThemWithoutIt()
      throws Exception {
    byte[] wrapped =
        zip(
            "kilns/set.elmt", "data more\nfrom: data/more.csv\n",
            "kilns/data/more.csv", "a\n1\n",
            "kilns/.elmignore", "old\n",
            "kilns/old/b.elmt", "suite B\n");
    assertEquals(Set.of("set.elmt", "data/more.csv"), takenIn(wrapped));
  }

  @Test
  void aFolderThatAllOfAZipLiesInIsNoPartOfThePathsWhereTheProjectHasThemWithoutIt()
      throws Exception {
    String suite = document(SUITE).path("text").asText().replace("suite ", "suite The ");
    assertEquals(Set.of(), takenIn(zip("packed/" + SUITE, suite)));
    assertEquals(suite, document(SUITE).path("text").asText());
    assertEquals(Set.of("apart/a.elmt"), takenIn(zip("apart/a.elmt", "suite A\n")));
  }

  @Test
  void aZipIsTakenInWithoutWhatAFolderIsTakenInWithout() throws Exception {
    byte[] zip =
        zip(
            "new\\a.elmt", "suite A\n",
            "node_modules/b/b.elmt", "suite B\n",
            "__MACOSX/new/._a.elmt", "x",
            ".git/config", "x");
    assertEquals(Set.of("new/a.elmt"), takenIn(zip));
    assertEquals(
        Set.of("größe.elmt"), takenIn(zip(Charset.forName("IBM437"), "größe.elmt", "suite C\n")));
  }

  @Test
  void ofAZipThatIsRefusedNothingIsTakenIn() throws Exception {
    Map<String, String[]> refused = new LinkedHashMap<>();
    refused.put(
        "There is a document “New.elmt”",
        new String[] {"New.elmt", "suite A\n", "new.elmt", "suite B\n"});
    refused.put(
        "There is a document “" + SUITE,
        new String[] {"a.elmt", "suite A\n", "S" + SUITE.substring(1), ""});
    refused.put(
        "leads out of the project", new String[] {"a.elmt", "suite A\n", "../b.elmt", "suite B\n"});
    refused.put("is not a path", new String[] {"a.elmt", "suite A\n", "/etc/b.elmt", "suite B\n"});
    refused.put("without files", new String[] {".git/config", "x"});
    String bomb = "#".repeat(30_000_000);
    refused.put("unpacks to far more", new String[] {"a.csv", "a\n", "b.elmt", bomb});
    StringBuilder tooLong = new StringBuilder();
    while (tooLong.length() <= 20_000_000) {
      tooLong.append("# ").append(tooLong.length()).append('\n');
    }
    refused.put("longer than 20 MB", new String[] {"a.csv", "a\n", "b.elmt", tooLong.toString()});
    Set<String> before = paths();
    for (Map.Entry<String, String[]> each : refused.entrySet()) {
      HttpResponse<byte[]> answer = bytes("POST", "/api/import", zip(each.getValue()));
      String said = new String(answer.body(), StandardCharsets.UTF_8);
      assertTrue(answer.statusCode() == 400 || answer.statusCode() == 409, said);
      assertTrue(said.contains(each.getKey()), said);
      assertEquals(before, paths(), said);
    }
    assertFalse(before.isEmpty());
  }

  /** What a zip makes that was not there before. */
  private Set<String> takenIn(byte[] zip) throws Exception {
    Set<String> before = paths();
    HttpResponse<byte[]> answer = bytes("POST", "/api/import", zip);
    assertEquals(204, answer.statusCode(), new String(answer.body(), StandardCharsets.UTF_8));
    Set<String> now = paths();
    now.removeAll(before);
    return now;
  }

  private Set<String> paths() throws Exception {
    Set<String> paths = new TreeSet<>();
    get("/api/tree")
        .body()
        .path("documents")
        .forEach(each -> paths.add(each.path("path").asText()));
    return paths;
  }

  private static byte[] zip(String... files) throws IOException {
    return zip(StandardCharsets.UTF_8, files);
  }

  private static byte[] zip(Charset names, String... files) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(bytes, names)) {
      for (int i = 0; i < files.length; i += 2) {
        zip.putNextEntry(new ZipEntry(files[i]));
        zip.write(files[i + 1].getBytes(StandardCharsets.UTF_8));
      }
    }
    return bytes.toByteArray();
  }

  private HttpResponse<byte[]> bytes(String method, String path, byte[] body) throws Exception {
    return client.send(
        HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + server.port() + path))
            .method(method, HttpRequest.BodyPublishers.ofByteArray(body))
            .build(),
        HttpResponse.BodyHandlers.ofByteArray());
  }
}
