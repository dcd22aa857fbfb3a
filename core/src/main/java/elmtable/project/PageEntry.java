package elmtable.project;

import elmtable.formula.Template;
import elmtable.language.Document.Placed;
import java.util.List;

/**
 * A page of the tested application with its elements; {@code address} is its path, which may hold
 * references.
 */
public record PageEntry(
    String path, Placed placed, String name, Template address, List<ElementEntry> elements) {
  public PageEntry {
    elements = List.copyOf(elements);
  }
}
