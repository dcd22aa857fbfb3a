package elmtable.formula;

import elmtable.text.Problem;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A text with references: what a cell, a case's name, a locator or a property holds.
 *
 * @param source as written, with its backslashes
 * @param parts in order; offsets count in {@code source}
 */
public record Template(String source, List<Part> parts, List<FormulaProblem> problems) {
  public Template {
    parts = List.copyOf(parts);
    problems = List.copyOf(problems);
  }

  /** A piece of a template. */
  public sealed interface Part {
    int start();

    int end();
  }

  /** Text as it stands, with backslashes resolved. */
  public record Plain(String text, int start, int end) implements Part {}

  /**
   * A formula between {@code <} and {@code >}; the formula's offsets count from {@code start + 1}.
   */
  public record Place(Formula formula, int start, int end) implements Part {}

  public static Template of(String source) {
    return new TemplateParser(source).read();
  }

  /** A text in which nothing has a meaning of its own. */
  public static Template plain(String text) {
    return new Template(text, List.of(new Plain(text, 0, text.length())), List.of());
  }

  /** Reads a bare formula, as after {@code ?}; a template with one place, or none and a problem. */
  public static Template bare(String source) {
    try {
      Formula formula = new FormulaParser(source).whole();
      return new Template(source, List.of(new Place(formula, -1, source.length())), List.of());
    } catch (FormulaParser.Unreadable unreadable) {
      return new Template(source, List.of(), List.of(unreadable.problem));
    }
  }

  /** Whether nothing at all was written, which leaves an argument out. */
  public boolean isBlank() {
    return source.isEmpty();
  }

  /** The formula, where the whole template is one reference. */
  public Optional<Formula> singleReference() {
    return parts.size() == 1 && parts.get(0) instanceof Place place
        ? Optional.of(place.formula())
        : Optional.empty();
  }

  public boolean hasReferences() {
    return parts.stream().anyMatch(Place.class::isInstance);
  }

  /** The text, where there are no references. */
  public Optional<String> literal() {
    if (hasReferences()
        || problems.stream().anyMatch(p -> p.problem() != Problem.UNCLOSED_REFERENCE)) {
      return Optional.empty();
    }
    StringBuilder text = new StringBuilder();
    parts.forEach(part -> text.append(((Plain) part).text()));
    return Optional.of(text.toString());
  }

  /** Every reference in it, with its offsets in {@link #source()}. */
  public List<Formula.Reference> references() {
    List<Formula.Reference> references = new ArrayList<>();
    for (Part part : parts) {
      if (part instanceof Place place) {
        place
            .formula()
            .walk(formula -> {
              if (formula instanceof Formula.Reference reference) {
                int shift = place.start() + 1;
                references.add(
                    new Formula.Reference(
                        reference.path(), reference.start() + shift, reference.end() + shift));
              }
            });
      }
    }
    return references;
  }
}
