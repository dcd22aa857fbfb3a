package elmtable.server.http;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.text.TextChange;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** Pages that listen and pages that never read: nobody waits for them. */
class LiveClientsTest extends AbstractApiTest {
  private static final int EACH = 10;
  private static final int UPDATES = 300;
  private static final String LINE = "# " + "x".repeat(20_000) + "\n";

  /** A page that opens its connection, says what it wants to hear, and never reads. */
  private Socket deaf(long document) throws Exception {
    Socket socket = new Socket("127.0.0.1", server.port());
    socket
        .getOutputStream()
        .write(
            ("GET /api/live HTTP/1.1\r\nHost: 127.0.0.1:"
                    + server.port()
                    + "\r\nConnection: Upgrade\r\nUpgrade: websocket\r\nSec-WebSocket-Version: 13\r\n"
                    + "Sec-WebSocket-Key: dGhlIHNhbXBsZSBub25jZQ==\r\n\r\n")
                .getBytes(StandardCharsets.US_ASCII));
    socket
        .getOutputStream()
        .write(masked("{\"live\":\"watch\",\"documents\":[" + document + "],\"runs\":{}}"));
    return socket;
  }

  /** A short text as a frame of a client (RFC 6455, 5.2), with a mask of zeros. */
  private static byte[] masked(String text) {
    byte[] content = text.getBytes(StandardCharsets.UTF_8);
    byte[] frame = new byte[6 + content.length];
    frame[0] = (byte) 0x81;
    frame[1] = (byte) (0x80 | content.length);
    System.arraycopy(content, 0, frame, 6, content.length);
    return frame;
  }

  @Test
  void whoDoesNotReadHoldsNobodyUp() throws Exception {
    JsonNode document = document(SUITE);
    long id = document.path("id").asLong();
    List<LivePage> pages = new ArrayList<>();
    List<Socket> deaf = new ArrayList<>();
    for (int i = 0; i < EACH; i++) {
      deaf.add(deaf(id));
      LivePage page = LivePage.open(server.port(), "");
      page.send("{\"live\":\"watch\",\"documents\":[" + id + "],\"runs\":{}}");
      pages.add(page);
    }
    int length = document.path("text").asText().length();
    for (int i = 0; i < UPDATES; i++) {
      TextChange change =
          i % 2 == 0
              ? TextChange.replace(length, 0, 0, LINE)
              : TextChange.replace(length + LINE.length(), 0, LINE.length(), "");
      Answer answer =
          send(
              "POST",
              "/api/documents/" + id + "/updates",
              Map.of("version", i, "client", "me", "first", i, "updates", List.of(change)));
      assertEquals(200, answer.status());
    }
    for (LivePage page : pages) {
      JsonNode last =
          page.await(message ->
              message.path("live").asText().equals("updated")
                  && message.path("after").asInt() == UPDATES - 1);
      assertTrue(last != null, "whoever reads hears everything");
      page.close();
    }
    for (Socket socket : deaf) {
      socket.close();
    }
    assertEquals(UPDATES, document(SUITE).path("version").asInt());
  }
}
