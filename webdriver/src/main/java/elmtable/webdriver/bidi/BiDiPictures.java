package elmtable.webdriver.bidi;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.BrowserException;
import elmtable.browser.Pictures;
import elmtable.browser.Target;
import elmtable.webdriver.page.SecretPainting;
import java.time.Duration;
import java.util.Base64;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Pictures, over BiDi. */
final class BiDiPictures implements Pictures {
  private static final Logger LOG = LoggerFactory.getLogger(BiDiPictures.class);
  private static final Duration GLANCE = Duration.ofSeconds(2);
  private static final Map<String, Object> SMALL = Map.of("type", "image/jpeg", "quality", 0.4);

  private final BiDiTab tab;
  private final BiDiWaiting waiting;

  BiDiPictures(BiDiTab tab, BiDiWaiting waiting) {
    this.tab = tab;
    this.waiting = waiting;
  }

  @Override
  public Optional<byte[]> take(Collection<String> secrets) {
    if (tab.dialog().isPresent()) {
      return Optional.empty();
    }
    return SecretPainting.painted(
        "png",
        secrets,
        given -> Optional.of(tab.command("script.callFunction", places(given))).flatMap(this::text),
        () ->
            Optional.of(
                picture(
                    tab.command(
                        "browsingContext.captureScreenshot", Map.of("context", tab.window())))));
  }

  /** Nothing of it goes through the tab, which is at its case's steps. */
  @Override
  public Optional<byte[]> glance(Collection<String> secrets) {
    try {
      return SecretPainting.painted(
          "jpeg",
          secrets,
          given -> answer("script.callFunction", places(given)).flatMap(this::text),
          () ->
              answer(
                      "browsingContext.captureScreenshot",
                      Map.of("context", tab.window(), "format", SMALL))
                  .map(BiDiPictures::picture));
    } catch (BrowserException passing) {
      LOG.debug("No picture for who watches", passing);
      return Optional.empty();
    }
  }

  private Map<String, Object> places(String secrets) {
    return Map.of(
        "functionDeclaration",
        SecretPainting.PLACES,
        "awaitPromise",
        false,
        "target",
        Map.of("context", tab.window(), "sandbox", PageAsker.SANDBOX),
        "arguments",
        List.of(Map.of("type", "string", "value", secrets)));
  }

  private Optional<String> text(JsonNode answer) {
    JsonNode value = answer.path("result").path("value");
    return value.isTextual() ? Optional.of(value.asText()) : Optional.empty();
  }

  private static byte[] picture(JsonNode answer) {
    return Base64.getDecoder().decode(answer.path("data").asText());
  }

  private Optional<JsonNode> answer(String method, Map<String, ?> parameters) {
    if (tab.isSilent() || tab.dialog().isPresent() || tab.program().isGone()) {
      return Optional.empty();
    }
    try {
      return Optional.of(
          tab.program()
              .connection()
              .send(method, parameters)
              .get(GLANCE.toMillis(), TimeUnit.MILLISECONDS));
    } catch (ExecutionException | TimeoutException passing) {
      // The page is being left, or busy; the next glance may do better.
      LOG.debug("{} was not answered", method, passing);
      return Optional.empty();
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      return Optional.empty();
    }
  }

  @Override
  public void outline(Target target) {
    waiting.outline(target);
  }
}
