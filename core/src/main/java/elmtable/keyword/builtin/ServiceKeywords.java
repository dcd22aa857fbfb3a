package elmtable.keyword.builtin;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import elmtable.browser.Downloads;
import elmtable.formula.Value;
import elmtable.keyword.Group;
import elmtable.keyword.Keyword;
import elmtable.keyword.Param;
import elmtable.keyword.StepContext;
import elmtable.keyword.StepFailedException;
import java.io.IOException;
import java.math.BigDecimal;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpTimeoutException;
import java.nio.file.Path;
import java.util.List;

/** Keywords that talk to services over HTTP. */
@Group("Services")
public final class ServiceKeywords {
  private static final int MOST_SHOWN = 300;

  /** Made when first used, as that takes a good part of a start. */
  private static final class Lazily {
    private static final ObjectMapper JSON = new ObjectMapper();
  }

  /** The last reply of a case. */
  private static final class Last {
    private HttpResponse<String> response;
  }

  @Keyword(
      name = "send request",
      note = "Sends a request over HTTP and gives its reply, whatever its status.",
      gives = {"status: number", "reply: text"})
  public List<Value> sendRequest(
      StepContext step,
      @Param(
              name = "method",
              choices = {"GET", "POST", "PUT", "PATCH", "DELETE", "HEAD", "OPTIONS"})
          String method,
      @Param(name = "address", note = "a path counts from the base address") String address,
      @Param(name = "body", optional = true) String body,
      @Param(name = "headers", optional = true, note = "each Name: value, one a line")
          String headers,
      @Param(
              name = "as browser",
              optional = true,
              fallback = "no",
              note =
                  "with the cookies of the case's browser, which keeps those that the reply sets")
          boolean asBrowser) {
    HttpRequest request = HttpRequests.of(step, method, address, body, headers);
    try {
      HttpResponse<String> response =
          asBrowser ? HttpRequests.sendAsBrowser(step, request) : HttpRequests.send(step, request);
      step.ofCase(Last.class, Last::new).response = response;
      step.log(request.method() + " " + request.uri() + " gave " + response.statusCode());
      return List.of(Value.of(response.statusCode()), Value.of(response.body()));
    } catch (HttpTimeoutException late) {
      throw new StepFailedException(
          request.uri() + " did not answer.", "a reply", null, step.limit());
    } catch (IOException unreachable) {
      throw new StepFailedException(
          "Nothing answers at " + request.uri() + ": " + reason(unreachable) + ".");
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new StepFailedException("The request was broken off.");
    }
  }

  private static String reason(IOException unreachable) {
    return unreachable.getMessage() == null ? "no connection" : unreachable.getMessage();
  }

  @Keyword(
      name = "set cookie",
      note = "Sets a cookie of the page's host, for a path and all below it.")
  public void setCookie(
      StepContext step,
      @Param(name = "name") String name,
      @Param(name = "value") String value,
      @Param(name = "path", optional = true, fallback = "/") String path) {
    step.browser().storage().setCookie(name, value, path);
  }

  @Keyword(
      name = "set storage",
      note = "Lets the page's site keep a value under a name in the browser.")
  public void setStorage(
      StepContext step,
      @Param(name = "name") String name,
      @Param(name = "value") String value,
      @Param(
              name = "session",
              optional = true,
              fallback = "no",
              note = "only for this window's session")
          boolean session) {
    step.browser().storage().setEntry(name, value, session);
  }

  @Keyword(
      name = "expect download",
      note =
          "Waits for a file to be downloaded of which no such step has told yet, and gives where it"
              + " lies.",
      gives = "path: text")
  public Value expectDownload(
      StepContext step,
      @Param(name = "name", optional = true, note = "any where it is left out") String name) {
    Downloads.Download download = step.browser().downloads().await(name, step.limit());
    download.file().ifPresent(step::keepDownload);
    return Value.of(download.file().map(Path::toString).orElse(download.name()));
  }

  @Keyword(name = "expect status", note = "The last reply has this status.")
  public void expectStatus(
      StepContext step, @Param(name = "number", note = "such as 200") BigDecimal number) {
    HttpResponse<String> last = last(step);
    int wanted = WholeNumbers.whole(number, 100, 999, "A status");
    if (last.statusCode() != wanted) {
      throw new StepFailedException(
          "The reply has another status; it says: " + shown(last.body()),
          String.valueOf(wanted),
          String.valueOf(last.statusCode()),
          null);
    }
  }

  @Keyword(
      name = "read from reply",
      note = "Gives one value of the last reply, which has to be JSON.",
      gives = "value: text")
  public Value readFromReply(
      StepContext step,
      @Param(name = "pointer", note = "a JSON Pointer, such as /kilns/0/name") String pointer) {
    HttpResponse<String> last = last(step);
    try {
      JsonNode found = Lazily.JSON.readTree(last.body()).at(pointer);
      if (found.isMissingNode()) {
        throw new StepFailedException(
            "The reply has nothing at " + pointer + "; it says: " + shown(last.body()));
      }
      return Value.of(found.isValueNode() ? found.asText() : found.toString());
    } catch (JsonProcessingException notJson) {
      throw new StepFailedException("The reply is not JSON; it says: " + shown(last.body()));
    } catch (IllegalArgumentException noPointer) {
      throw new StepFailedException(
          "“" + pointer + "” is not a JSON Pointer; one begins with a slash.");
    }
  }

  private static HttpResponse<String> last(StepContext step) {
    HttpResponse<String> last = step.ofCase(Last.class, Last::new).response;
    if (last == null) {
      throw new StepFailedException("No request was sent yet in this case; “send request” does.");
    }
    return last;
  }

  private static String shown(String body) {
    return body.length() <= MOST_SHOWN ? body : body.substring(0, MOST_SHOWN) + " …";
  }
}
