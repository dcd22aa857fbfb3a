package elmtable.webdriver.wire;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import elmtable.browser.BrowserException;
import elmtable.webdriver.page.Seconds;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpTimeoutException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Base64;
import java.util.Map;

/** Sends commands to a remote end and gives their values (W3C WebDriver, chapter 6). */
public final class WebDriverHttp {
  private static final ObjectMapper JSON = new ObjectMapper();
  private static final HttpClient HTTP =
      HttpClient.newBuilder()
          .version(HttpClient.Version.HTTP_1_1)
          .connectTimeout(Duration.ofSeconds(10))
          .build();

  private final URI base;
  private final String authorization;

  /**
   * @param address with user name and password, which are sent as basic authentication, where the
   *     remote end asks for them
   */
  public WebDriverHttp(URI address) {
    String user = address.getUserInfo();
    this.authorization =
        user == null
            ? ""
            : "Basic " + Base64.getEncoder().encodeToString(user.getBytes(StandardCharsets.UTF_8));
    this.base =
        user == null
            ? address
            : URI.create(address.toString().replace(address.getRawUserInfo() + "@", ""));
  }

  public JsonNode post(String path, Map<String, ?> body, Duration limit) {
    return send(path, "POST", body, limit);
  }

  public JsonNode get(String path, Duration limit) {
    return send(path, "GET", null, limit);
  }

  public JsonNode delete(String path, Duration limit) {
    return send(path, "DELETE", null, limit);
  }

  private JsonNode send(String path, String method, Map<String, ?> body, Duration limit) {
    try {
      HttpRequest.BodyPublisher content =
          body == null
              ? HttpRequest.BodyPublishers.noBody()
              : HttpRequest.BodyPublishers.ofByteArray(JSON.writeValueAsBytes(body));
      HttpRequest.Builder request =
          HttpRequest.newBuilder(base.resolve(base.getPath().replaceFirst("/$", "") + path))
              .timeout(limit)
              .header("Content-Type", "application/json; charset=utf-8")
              .method(method, content);
      if (!authorization.isEmpty()) {
        request.header("Authorization", authorization);
      }
      HttpResponse<byte[]> response =
          HTTP.send(request.build(), HttpResponse.BodyHandlers.ofByteArray());
      if (response.statusCode() == 401 || response.statusCode() == 403) {
        throw new BrowserException(
            BrowserException.Kind.LOST,
            "It asks for another user name and password than its address has.");
      }
      JsonNode value = JSON.readTree(response.body()).path("value");
      if (response.statusCode() >= 400) {
        throw new WebDriverError(
            value.path("error").asText("unknown error"), firstLine(value.path("message").asText()));
      }
      return value;
    } catch (HttpTimeoutException late) {
      throw new BrowserException(
          BrowserException.Kind.SILENT,
          "The browser did not answer within " + Seconds.of(limit) + ".",
          late);
    } catch (IOException gone) {
      throw new BrowserException(
          BrowserException.Kind.LOST,
          "The browser's driver does not answer any more: " + gone.getMessage() + ".",
          gone);
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      throw new BrowserException(
          BrowserException.Kind.LOST, "Waiting for the browser was broken off.", interrupted);
    }
  }

  private static String firstLine(String message) {
    int end = message.indexOf('\n');
    return end < 0 ? message : message.substring(0, end);
  }
}
