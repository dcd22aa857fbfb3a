package elmtable.server.command;

import elmtable.keyword.Extensions;
import elmtable.keyword.KeywordRegistry;
import elmtable.keyword.builtin.BuiltInKeywords;
import java.nio.file.Path;

/**
 * The folder whose jars add keywords: the one that {@code ELM_EXTENSIONS} names, else {@code
 * extensions} where the program was started. Nothing is ever put there over HTTP.
 */
final class ExtensionFolder {
  private static final String VARIABLE = "ELM_EXTENSIONS";

  private ExtensionFolder() {}

  /** All keywords there are. */
  static KeywordRegistry keywords() {
    String named = System.getenv(VARIABLE);
    return keywords(Path.of(named == null || named.isBlank() ? "extensions" : named));
  }

  static KeywordRegistry keywords(Path folder) {
    try {
      return BuiltInKeywords.with(Extensions.load(folder));
    } catch (Extensions.UnusableException | IllegalArgumentException unusable) {
      throw new RefusalException(unusable.getMessage());
    }
  }
}
