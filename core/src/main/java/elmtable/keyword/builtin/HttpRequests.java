package elmtable.keyword.builtin;

import elmtable.browser.Credentials;
import elmtable.browser.Storage;
import elmtable.keyword.StepContext;
import elmtable.keyword.StepFailedException;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.util.Locale;
import java.util.Optional;

/** Makes the requests of steps and sends them. */
final class HttpRequests {
  private static final int UNAUTHORISED = 401;

  /** Made when first used, as that takes a good part of a start. */
  private static final class Lazily {
    private static final HttpClient CLIENT =
        HttpClient.newBuilder().followRedirects(HttpClient.Redirect.NORMAL).build();
  }

  private HttpRequests() {}

  /** Throws {@link StepFailedException} where no request can be made of it. */
  static HttpRequest of(
      StepContext step, String method, String address, String body, String headers) {
    String whole = step.address(address);
    try {
      HttpRequest.Builder request =
          HttpRequest.newBuilder(URI.create(whole))
              .timeout(step.limit())
              .method(
                  method.toUpperCase(Locale.ROOT),
                  body.isEmpty() ? BodyPublishers.noBody() : BodyPublishers.ofString(body));
      if (body.startsWith("{") || body.startsWith("[")) {
        request.setHeader("Content-Type", "application/json");
      }
      for (String line : headers.lines().toList()) {
        int colon = line.indexOf(':');
        if (colon <= 0) {
          throw new StepFailedException(
              "“" + line + "” is not a header; one is written Name: value.");
        }
        request.setHeader(line.substring(0, colon).strip(), line.substring(colon + 1).strip());
      }
      return request.build();
    } catch (IllegalArgumentException unusable) {
      throw new StepFailedException(
          "No request can be made of “" + whole + "”: " + unusable.getMessage() + ".");
    }
  }

  static HttpResponse<String> send(StepContext step, HttpRequest request)
      throws IOException, InterruptedException {
    return send(step, Lazily.CLIENT, request);
  }

  /** Asks again with the environment's user name and password where the site asks for them. */
  private static HttpResponse<String> send(StepContext step, HttpClient client, HttpRequest request)
      throws IOException, InterruptedException {
    HttpResponse<String> response = client.send(request, BodyHandlers.ofString());
    boolean asksForThem =
        response.statusCode() == UNAUTHORISED
            && response.uri().equals(request.uri())
            && request.headers().firstValue("Authorization").isEmpty()
            && response.headers().allValues("WWW-Authenticate").stream()
                .anyMatch(way -> way.strip().toLowerCase(Locale.ROOT).startsWith("basic"));
    Optional<Credentials> credentials =
        step.credentials().filter(known -> asksForThem && known.isFor(request.uri().toString()));
    if (credentials.isEmpty()) {
      return response;
    }
    HttpRequest again =
        HttpRequest.newBuilder(request, (name, value) -> true)
            .setHeader("Authorization", credentials.get().header())
            .build();
    return client.send(again, BodyHandlers.ofString());
  }

  /** The same with the cookies of the case's browser, which keeps those that the replies set. */
  static HttpResponse<String> sendAsBrowser(StepContext step, HttpRequest request)
      throws IOException, InterruptedException {
    Storage storage = step.browser().storage();
    BrowserCookies cookies = new BrowserCookies(storage.cookies());
    try (HttpClient client =
        HttpClient.newBuilder()
            .followRedirects(HttpClient.Redirect.NORMAL)
            .cookieHandler(cookies)
            .build()) {
      HttpResponse<String> response = send(step, client, request);
      cookies.set().forEach(storage::keep);
      return response;
    }
  }
}
