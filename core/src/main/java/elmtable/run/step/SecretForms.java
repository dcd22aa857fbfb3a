package elmtable.run.step;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.LinkedHashSet;
import java.util.Set;

/** The forms that a text takes in addresses, HTML, JSON and base64. */
final class SecretForms {
  /** Shorter ones turn up by chance once they are written in another alphabet. */
  private static final int SHORTEST_ENCODED = 6;

  private SecretForms() {}

  static Set<String> of(String text) {
    Set<String> forms = new LinkedHashSet<>();
    forms.add(text);
    String inAddress = URLEncoder.encode(text, StandardCharsets.UTF_8);
    forms.add(inAddress);
    forms.add(inAddress.replace("+", "%20"));
    String inHtml = text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;");
    forms.add(inHtml);
    forms.add(inHtml.replace("\"", "&quot;"));
    forms.add(inHtml.replace("\"", "&quot;").replace("'", "&#39;"));
    forms.add(inJson(text));
    if (text.length() >= SHORTEST_ENCODED) {
      byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
      forms.add(Base64.getEncoder().withoutPadding().encodeToString(bytes));
      forms.add(Base64.getUrlEncoder().withoutPadding().encodeToString(bytes));
    }
    return forms;
  }

  /** As RFC 8259 escapes what has to be escaped. */
  private static String inJson(String text) {
    return text.replace("\\", "\\\\")
        .replace("\"", "\\\"")
        .replace("\n", "\\n")
        .replace("\r", "\\r")
        .replace("\t", "\\t");
  }
}
