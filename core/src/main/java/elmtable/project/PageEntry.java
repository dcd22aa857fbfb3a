package elmtable.project;

import elmtable.formula.Template;
import elmtable.language.Document.Placed;
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
 * @param plain elements without places in their names, by the key of their name
 * @param patterns the others
 */
public record PageEntry(
    String path,
    Placed placed,
    String name,
    Template address,
    List<ElementEntry> elements,
    Map<String, ElementEntry> plain,
    List<ElementEntry> patterns) {
  static PageEntry of(
      String path, Placed placed, String name, Template address, List<ElementEntry> elements) {
    Map<String, ElementEntry> plain = new LinkedHashMap<>();
    List<ElementEntry> patterns = new ArrayList<>();
    for (ElementEntry element : elements) {
      if (element.pattern().hasPlaces()) {
        patterns.add(element);
      } else {
        plain.put(Names.key(element.name()), element);
      }
    }
    return new PageEntry(path, placed, name, address, List.copyOf(elements), plain, patterns);
  }

  public Optional<ElementEntry> plainNamed(String elementName) {
    return Optional.ofNullable(plain.get(Names.key(elementName)));
  }
}
