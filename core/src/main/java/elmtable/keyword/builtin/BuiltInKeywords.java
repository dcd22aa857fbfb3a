package elmtable.keyword.builtin;

import elmtable.keyword.KeywordRegistry;
import java.util.List;

/** The classes of built-in keywords, in the order of the catalogue. */
public final class BuiltInKeywords {
  private BuiltInKeywords() {}

  public static KeywordRegistry registry() {
    return KeywordRegistry.of(all());
  }

  static List<Object> all() {
    return List.of(
        new MovingAbout(),
        new Acting(),
        new Dialogs(),
        new Expecting(),
        new Reading(),
        new Waiting(),
        new Services(),
        new Databases(),
        new ValueKeywords(),
        new Ending());
  }
}
