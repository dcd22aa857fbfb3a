package elmtable.project.entry;

import elmtable.formula.Template;
import elmtable.language.Document.LocatedBlock;
import elmtable.text.Names;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A page of the tested application with its elements.
 *
 * @param address its path, which may hold references
 * @param plain elements without placeholders in their names, by the key of their name
 * @param patterns the others
 */
public record PageEntry(
    String path,
    LocatedBlock located,
    String name,
    Template address,
    List<ElementEntry> elements,
    Map<String, ElementEntry> plain,
    List<ElementEntry> patterns) {
  public static PageEntry of(
      String path,
      LocatedBlock located,
      String name,
      Template address,
      List<ElementEntry> elements) {
    Map<String, ElementEntry> plain = new LinkedHashMap<>();
    List<ElementEntry> patterns = new ArrayList<>();
    for (ElementEntry element : elements) {
      if (element.pattern().hasPlaceholders()) {
        patterns.add(element);
      } else {
        plain.put(Names.key(element.name()), element);
      }
    }
    return new PageEntry(path, located, name, address, List.copyOf(elements), plain, patterns);
  }

  /** The element that another one of this page lives in. */
  public Optional<ElementEntry> surrounding(ElementEntry element) {
    return element.in().isEmpty()
        ? Optional.empty()
        : elements.stream().filter(one -> Names.same(one.name(), element.in())).findFirst();
  }

  public Optional<ElementEntry> plainNamed(String elementName) {
    return Optional.ofNullable(plain.get(Names.key(elementName)));
  }
}
