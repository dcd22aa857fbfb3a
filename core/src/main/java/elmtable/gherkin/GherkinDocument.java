package elmtable.gherkin;

import elmtable.language.Line;
import elmtable.text.Range;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * A text in Gherkin, read. All ranges count in the document; lines and columns from zero.
 *
 * @param language the dialect's code, {@code en} unless the document names another
 * @param faults what is wrong, in the order of lines; what could be read stands in the tree
 * @param warnings what is probably not meant
 */
public record GherkinDocument(
    String language, Optional<Feature> feature, List<Fault> faults, List<Fault> warnings) {
  public GherkinDocument {
    faults = List.copyOf(faults);
    warnings = List.copyOf(warnings);
  }

  /** All of its tags, in the order of the document. */
  public List<Tag> tags() {
    return feature.stream()
        .flatMap(of ->
            Stream.of(
                    of.tags().stream(),
                    of.scenarios().stream().flatMap(Scenario::allTags),
                    of.rules().stream()
                        .flatMap(rule ->
                            Stream.concat(
                                rule.tags().stream(),
                                rule.scenarios().stream().flatMap(Scenario::allTags))))
                .flatMap(tags -> tags))
        .toList();
  }

  /** Something wrong at a place, in words. */
  public record Fault(Range range, String message) {}

  /** A tag with its sign, {@code @smoke}. */
  public record Tag(String name, Range range) {
    /**
     * The property that it stands for where it names something, {@code @data(loads)}; its range is
     * that of the name.
     */
    public Optional<Line.Property> naming() {
      TagMeaning meaning = TagMeaning.of(name);
      int open = name.indexOf('(');
      if (open < 0 || !name.endsWith("(" + meaning.value() + ")")) {
        return Optional.empty();
      }
      Range named = range.part(open + 1, open + 1 + meaning.value().length());
      return Optional.of(new Line.Property(meaning.property(), meaning.value(), range, named));
    }
  }

  /** The line of a block's keyword, with the name behind it. */
  public record Title(String keyword, String name, Range range, Range nameRange) {
    /** Counted from one. */
    public int line() {
      return range.line() + 1;
    }
  }

  /** A feature; what stands in a rule is there and not among its own scenarios. */
  public record Feature(
      Title title,
      List<Tag> tags,
      String description,
      Optional<Background> background,
      List<Scenario> scenarios,
      List<Rule> rules) {
    public Feature {
      tags = List.copyOf(tags);
      scenarios = List.copyOf(scenarios);
      rules = List.copyOf(rules);
    }
  }

  /** A group of scenarios. */
  public record Rule(
      Title title,
      List<Tag> tags,
      String description,
      Optional<Background> background,
      List<Scenario> scenarios) {
    public Rule {
      tags = List.copyOf(tags);
      scenarios = List.copyOf(scenarios);
    }
  }

  /** Steps before those of each scenario. */
  public record Background(Title title, String description, List<Step> steps) {
    public Background {
      steps = List.copyOf(steps);
    }
  }

  /**
   * A scenario; an outline where it has examples.
   *
   * @param lastLine the last of its lines that is not blank, counted from zero
   */
  public record Scenario(
      Title title,
      List<Tag> tags,
      String description,
      List<Step> steps,
      List<Examples> examples,
      int lastLine) {
    public Scenario {
      tags = List.copyOf(tags);
      steps = List.copyOf(steps);
      examples = List.copyOf(examples);
    }

    private Stream<Tag> allTags() {
      return Stream.concat(tags.stream(), examples.stream().flatMap(rows -> rows.tags().stream()));
    }
  }

  /** A group of examples of an outline. */
  public record Examples(
      Title title, List<Tag> tags, String description, Optional<Row> head, List<Row> rows) {
    public Examples {
      tags = List.copyOf(tags);
      rows = List.copyOf(rows);
    }

    /** The names of its columns. */
    public List<String> columns() {
      return head.map(Row::texts).orElse(List.of());
    }
  }

  /**
   * A step.
   *
   * @param keyword without blanks at its end
   */
  public record Step(
      String keyword,
      String text,
      Range range,
      Range textRange,
      Optional<DocString> docString,
      List<Row> table) {
    public Step {
      table = List.copyOf(table);
    }

    /** Counted from one. */
    public int line() {
      return range.line() + 1;
    }
  }

  /** A text of several lines under a step; {@code mediaType} may be empty. */
  public record DocString(String mediaType, String content, Range range) {}

  /** A row of a table. */
  public record Row(List<Cell> cells, Range range) {
    public Row {
      cells = List.copyOf(cells);
    }

    public List<String> texts() {
      return cells.stream().map(Cell::text).toList();
    }

    /** Counted from one. */
    public int line() {
      return range.line() + 1;
    }
  }

  /** A cell, with its backslashes resolved. */
  public record Cell(String text, Range range) {}
}
