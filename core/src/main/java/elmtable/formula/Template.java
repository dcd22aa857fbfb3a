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
   * A lenient one stands for itself as text where it names something unknown.
   */
  public record Expression(Formula formula, boolean lenient, int start, int end) implements Part {}

  /**
   * A table given as one argument.
   *
   * @param rows each with a cell for each column
   */
  public record Grid(List<String> columns, List<List<Template>> rows) implements Part {
    public Grid {
      columns = List.copyOf(columns);
      rows = List.copyOf(rows);
    }

    @Override
    public int start() {
      return 0;
    }

    @Override
    public int end() {
      return 0;
    }
  }

  public static Template of(String source) {
    if (source.indexOf('<') < 0 && source.indexOf('\\') < 0) {
      return plain(source);
    }
    return new TemplateParser(source, false).read();
  }

  /**
   * A text of another notation, in which {@code <…>} is a reference only where it reads as a
   * formula of known names, and plain text else.
   */
  public static Template lenient(String source) {
    return new TemplateParser(source, true).read();
  }

  /** A table; the first of the rows names its columns. */
  public static Template grid(List<List<String>> rows) {
    List<List<Template>> cells =
        rows.stream().skip(1).map(row -> row.stream().map(Template::lenient).toList()).toList();
    return new Template("", List.of(new Grid(rows.get(0), cells)), List.of());
  }

  /** A text in which nothing has a meaning of its own. */
  public static Template plain(String text) {
    return new Template(text, List.of(new Plain(text, 0, text.length())), List.of());
  }

  /**
   * Reads a bare formula, as after {@code ?}; a template with one expression, or none and a
   * problem.
   */
  public static Template ofFormula(String source) {
    try {
      Formula formula = new FormulaParser(source).whole();
      return new Template(
          source, List.of(new Expression(formula, false, -1, source.length())), List.of());
    } catch (FormulaScanner.UnreadableException unreadable) {
      return new Template(source, List.of(), List.of(unreadable.problem));
    }
  }

  /** Whether nothing at all was written, which leaves an argument out. */
  public boolean isBlank() {
    return source.isEmpty();
  }

  /** The formula, where the whole template is one reference. */
  public Optional<Formula> singleReference() {
    return parts.size() == 1 && parts.get(0) instanceof Expression expression
        ? Optional.of(expression.formula())
        : Optional.empty();
  }

  public boolean hasReferences() {
    return parts.stream().anyMatch(Expression.class::isInstance);
  }

  /** The text, where there are no references. */
  public Optional<String> literal() {
    if (parts.stream().anyMatch(part -> !(part instanceof Plain))
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
      if (part instanceof Expression expression && !expression.lenient()) {
        expression
            .formula()
            .walk(formula -> {
              if (formula instanceof Formula.Reference reference) {
                int shift = expression.start() + 1;
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
