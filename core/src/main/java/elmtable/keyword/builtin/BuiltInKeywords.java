package elmtable.keyword.builtin;

import elmtable.keyword.KeywordRegistry;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;

/** The classes of built-in keywords, in the order of the catalogue. */
public final class BuiltInKeywords {
  private BuiltInKeywords() {}

  public static KeywordRegistry registry() {
    return KeywordRegistry.of(all());
  }

  /**
   * The same with an extension's. Throws {@link IllegalArgumentException} where it has a keyword of
   * a name that there is already, or one that is not declared rightly.
   */
  public static KeywordRegistry with(Collection<?> extensions) {
    List<Object> owners = new ArrayList<>(all());
    owners.addAll(extensions);
    return KeywordRegistry.of(owners);
  }

  static List<Object> all() {
    return List.of(
        new NavigationKeywords(),
        new ActionKeywords(),
        new DialogKeywords(),
        new ExpectationKeywords(),
        new ReadingKeywords(),
        new WaitingKeywords(),
        new ServiceKeywords(),
        new DatabaseKeywords(),
        new ValueKeywords(),
        new EndingKeywords());
  }
}
