package elmtable.language;

import java.util.Set;

/** Which properties hold lists. */
final class ListProperties {
  private static final Set<String> LISTS =
      Set.of(
          "tags",
          "fixtures",
          "pages",
          "after",
          "browsers",
          "needs",
          "kinds",
          "sort by",
          "columns",
          "suites",
          "environments",
          "mail to",
          "arguments");

  private ListProperties() {}

  static boolean isList(String word) {
    return LISTS.contains(word);
  }
}
