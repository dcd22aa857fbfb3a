package elmtable.webdriver.page;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import elmtable.browser.BrowserException;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Collection;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;
import javax.imageio.ImageIO;

/**
 * Paints over what is secret in a picture of a page. The page tells where that is before and after
 * the picture is taken, as it may move in between.
 */
public final class SecretPainting {
  /** A function that takes the secrets as JSON and gives their places as JSON. */
  public static final String PLACES =
      PageScripts.resource("secrets").replaceFirst("(?s)^(//[^\n]*\n)+", "").strip();

  private static final ObjectMapper JSON = new ObjectMapper();
  private static final Color INK = new Color(0x3A, 0x3A, 0x36);
  private static final int MARGIN = 2;

  private SecretPainting() {}

  /**
   * A picture without what is secret.
   *
   * @param format of the picture: png or jpeg
   * @param places asks the page by {@link #PLACES}, with the secrets; nothing where it does not
   *     answer
   * @return nothing where the places are not known or there is no picture
   */
  public static Optional<byte[]> painted(
      String format,
      Collection<String> secrets,
      Function<String, Optional<String>> places,
      Supplier<Optional<byte[]>> taking) {
    try {
      String given = JSON.writeValueAsString(secrets);
      Optional<String> before = places.apply(given);
      Optional<byte[]> picture = before.isEmpty() ? Optional.empty() : taking.get();
      Optional<String> after = picture.isEmpty() ? Optional.empty() : places.apply(given);
      return after.isEmpty()
          ? Optional.empty()
          : Optional.of(painted(picture.get(), format, read(before.get()), read(after.get())));
    } catch (IOException unreadable) {
      throw new BrowserException(
          BrowserException.Kind.PAGE,
          "The picture could not be read: " + unreadable.getMessage(),
          unreadable);
    }
  }

  private static JsonNode read(String answer) throws JsonProcessingException {
    return JSON.readTree(answer);
  }

  private static byte[] painted(byte[] picture, String format, JsonNode... answers)
      throws IOException {
    boolean clean = true;
    for (JsonNode answer : answers) {
      clean &= answer.path("boxes").isEmpty();
    }
    if (clean) {
      return picture;
    }
    BufferedImage image = ImageIO.read(new ByteArrayInputStream(picture));
    Graphics2D graphics = image.createGraphics();
    graphics.setColor(INK);
    for (JsonNode answer : answers) {
      double ratio = answer.path("ratio").asDouble(1);
      for (JsonNode box : answer.path("boxes")) {
        int x = (int) Math.floor(box.path("x").asDouble() * ratio) - MARGIN;
        int y = (int) Math.floor(box.path("y").asDouble() * ratio) - MARGIN;
        int width = (int) Math.ceil(box.path("width").asDouble() * ratio) + 2 * MARGIN;
        int height = (int) Math.ceil(box.path("height").asDouble() * ratio) + 2 * MARGIN;
        graphics.fillRect(x, y, width, height);
      }
    }
    graphics.dispose();
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(image, format, out);
    return out.toByteArray();
  }
}
