package elmtable.binding;

import elmtable.formula.Template;
import elmtable.formula.Value;
import elmtable.project.ProjectIndex;
import elmtable.project.entry.ElementEntry;
import elmtable.project.entry.NamePattern;
import elmtable.project.entry.PageEntry;
import elmtable.text.Nearest;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Finds the element that a name means: {@code Page/Element}; else on the pages in force; else in
 * the whole project. A plain name goes before a pattern, more literal characters before fewer.
 */
public final class ElementFinder {
  private final ProjectIndex index;

  public ElementFinder(ProjectIndex index) {
    this.index = index;
  }

  /** What looking for an element gave. */
  public sealed interface Found {
    /** One element; {@code values} are those of the placeholders in its name. */
    record One(ElementEntry element, Map<String, Value> values) implements Found {}

    /** Nothing of that name. */
    record None(Nearest nearest) implements Found {}

    /** Several that fit equally well. */
    record Several(List<ElementEntry> elements) implements Found {}
  }

  private record Match(ElementEntry element, Map<String, Value> values) {}

  /**
   * The name in a cell, with a stand-in for every reference; nothing where the whole cell is one
   * reference.
   */
  public static Optional<String> nameIn(Template cell) {
    if (cell.singleReference().isPresent()) {
      return Optional.empty();
    }
    StringBuilder name = new StringBuilder();
    for (Template.Part part : cell.parts()) {
      name.append(
          part instanceof Template.Plain plain
              ? plain.text()
              : String.valueOf(NamePattern.UNKNOWN));
    }
    return Optional.of(name.toString());
  }

  public Found find(String name, List<String> pagesInForce) {
    int slash = name.indexOf('/');
    Optional<PageEntry> named = slash > 0 ? index.page(name.substring(0, slash)) : Optional.empty();
    if (named.isPresent()) {
      return found(onPages(List.of(named.get()), name.substring(slash + 1).strip()), name);
    }
    List<PageEntry> near =
        pagesInForce.stream().flatMap(page -> index.page(page).stream()).toList();
    List<Match> inForce = onPages(near, name);
    return found(inForce.isEmpty() ? anywhere(name) : inForce, name);
  }

  private static List<Match> onPages(List<PageEntry> pages, String name) {
    List<Match> plain = new ArrayList<>();
    for (PageEntry page : pages) {
      page.plainNamed(name).ifPresent(element -> plain.add(new Match(element, Map.of())));
    }
    return plain.isEmpty()
        ? fitting(pages.stream().flatMap(page -> page.patterns().stream()), name)
        : plain;
  }

  private List<Match> anywhere(String name) {
    List<Match> plain =
        index.elementsNamed(name).stream().map(element -> new Match(element, Map.of())).toList();
    return plain.isEmpty() ? fitting(index.elementPatterns().stream(), name) : plain;
  }

  private static List<Match> fitting(Stream<ElementEntry> patterns, String name) {
    return mostLiteral(
        patterns
            .flatMap(element ->
                element.pattern().match(name).map(values -> new Match(element, values)).stream())
            .toList());
  }

  private Found found(List<Match> matches, String written) {
    if (matches.size() == 1) {
      index.use(matches.get(0).element());
      return new Found.One(matches.get(0).element(), matches.get(0).values());
    }
    if (matches.isEmpty()) {
      Stream<String> names = index.elements().stream().map(ElementEntry::name);
      return new Found.None(
          Nearest.to(written.substring(written.indexOf('/') + 1), names.distinct().toList()));
    }
    matches.forEach(match -> index.use(match.element()));
    return new Found.Several(matches.stream().map(Match::element).toList());
  }

  private static List<Match> mostLiteral(List<Match> patterns) {
    int most =
        patterns.stream()
            .map(m -> m.element().pattern().literalCharacters())
            .max(Comparator.naturalOrder())
            .orElse(0);
    return patterns.stream()
        .filter(m -> m.element().pattern().literalCharacters() == most)
        .toList();
  }
}
