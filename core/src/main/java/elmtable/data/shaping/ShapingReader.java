package elmtable.data.shaping;

import elmtable.data.source.DataSource;
import elmtable.formula.Formula;
import elmtable.formula.FormulaProblem;
import elmtable.formula.Kind;
import elmtable.formula.Template;
import elmtable.formula.Value;
import elmtable.language.Line;
import elmtable.language.Lists;
import elmtable.text.Diagnostic;
import elmtable.text.Names;
import elmtable.text.Nearest;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Reads the properties that shape a data set, in the order in which they are applied. */
public final class ShapingReader {
  private static final Pattern SAMPLE =
      Pattern.compile("(\\d{1,9})(?:\\s+seed\\s+(-?\\d{1,18}))?", Pattern.CASE_INSENSITIVE);
  private static final Pattern RENAMED =
      Pattern.compile("(.+?)\\s+as\\s+(.+)", Pattern.CASE_INSENSITIVE);

  private final Function<String, Optional<Line.Property>> properties;
  private final List<Diagnostic> problems;

  /**
   * @param properties those that shape, by their word
   */
  public ShapingReader(
      Function<String, Optional<Line.Property>> properties, List<Diagnostic> problems) {
    this.properties = properties;
    this.problems = problems;
  }

  private interface Step {
    Optional<DataSource> apply(Line.Property property, DataSource in);
  }

  /** The stage given, and one more for each property. */
  public List<Stage> stages(Stage first) {
    List<Stage> stages = new ArrayList<>(List.of(first));
    step("kinds", this::kinds, stages);
    step("where", this::where, stages);
    step("sort by", this::sorted, stages);
    step("distinct", this::distinct, stages);
    step("first", this::first, stages);
    step("sample", this::sample, stages);
    step("key", this::keyed, stages);
    step("columns", this::columns, stages);
    return stages;
  }

  private void step(String word, Step step, List<Stage> stages) {
    DataSource in = stages.get(stages.size() - 1).source();
    properties
        .apply(word)
        .flatMap(property -> step.apply(property, in))
        .ifPresent(source -> stages.add(new Stage(word, source)));
  }

  private Optional<DataSource> wrong(Range range, String message) {
    problems.add(new Diagnostic(Problem.BAD_PROPERTY_VALUE, range, message));
    return Optional.empty();
  }

  /** The position of a column, or a problem that names the nearest one. */
  private Optional<Integer> position(String name, DataSource in, Line.Property property) {
    Integer position = Shaping.positions(in.columns()).get(Names.key(name));
    if (position == null) {
      int start = Math.max(0, property.value().indexOf(name));
      problems.add(
          unknownColumn(name, property.valueRange().part(start, start + name.length()), in));
    }
    return Optional.ofNullable(position);
  }

  private static Diagnostic unknownColumn(String name, Range range, DataSource in) {
    Nearest near = Nearest.to(name, in.columns());
    return new Diagnostic(
        Problem.UNKNOWN_COLUMN,
        range,
        "Column “"
            + name
            + "” not found in this set."
            + near.question(" There are " + String.join(", ", in.columns()) + "."),
        near.fixes(range));
  }

  private Optional<DataSource> kinds(Line.Property property, DataSource in) {
    Map<Integer, Function<Value, Optional<String>>> objections = new HashMap<>();
    for (String part : Lists.split(property.value())) {
      int blank = part.lastIndexOf(' ');
      Optional<Kind> kind = blank < 0 ? Optional.empty() : Kind.read(part.substring(blank + 1));
      if (kind.isEmpty()) {
        return wrong(
            property.valueRange(),
            "“" + part + "” is not a column with its kind; write: hive number, born date.");
      }
      Optional<Integer> position = position(part.substring(0, blank).strip(), in, property);
      position.ifPresent(column -> objections.put(column, kind.get()::objection));
    }
    return Optional.of(Shaping.kinds(in, objections));
  }

  Optional<DataSource> where(Line.Property property, DataSource in) {
    Template condition = Template.ofFormula(property.value());
    for (FormulaProblem problem : condition.problems()) {
      problems.add(
          new Diagnostic(
              problem.problem(),
              property.valueRange().part(problem.start(), problem.end()),
              problem.message()));
    }
    for (Formula.Reference reference : condition.references()) {
      String last = reference.path().get(reference.path().size() - 1);
      if (!Shaping.positions(in.columns()).containsKey(Names.key(last))) {
        problems.add(
            unknownColumn(
                last, property.valueRange().part(reference.start(), reference.end()), in));
      }
    }
    Optional<Formula> formula = condition.singleReference();
    if (formula.isPresent() && formula.get().changing() != null) {
      problems.add(
          new Diagnostic(
              Problem.CHANGING_NAME,
              property.valueRange(),
              "Which rows there are may not depend on “"
                  + formula.get().changing().function().written()
                  + "”, or they could not be recognised in the next run."));
    }
    return formula.map(holds -> Shaping.where(in, holds));
  }

  private Optional<DataSource> sorted(Line.Property property, DataSource in) {
    List<Shaping.SortKey> keys = new ArrayList<>();
    for (String part : Lists.split(property.value())) {
      String lower = part.toLowerCase(Locale.ROOT);
      boolean known = Shaping.positions(in.columns()).containsKey(Names.key(part));
      boolean descending = !known && lower.endsWith(" descending");
      boolean ascending = !known && lower.endsWith(" ascending");
      String name =
          descending || ascending ? part.substring(0, part.lastIndexOf(' ')).strip() : part;
      position(name, in, property)
          .ifPresent(column -> keys.add(new Shaping.SortKey(column, descending)));
    }
    return Optional.of(Shaping.sorted(in, keys));
  }

  private Optional<DataSource> distinct(Line.Property property, DataSource in) {
    return switch (property.value().toLowerCase(Locale.ROOT)) {
      case "yes" -> Optional.of(Shaping.distinct(in));
      case "no" -> Optional.empty();
      default -> wrong(property.valueRange(), "“" + property.value() + "” is neither yes nor no.");
    };
  }

  private Optional<DataSource> first(Line.Property property, DataSource in) {
    if (!property.value().matches("\\d{1,9}")) {
      return wrong(
          property.valueRange(), "“" + property.value() + "” is not a number of rows, such as 20.");
    }
    return Optional.of(Shaping.first(in, Long.parseLong(property.value())));
  }

  private Optional<DataSource> sample(Line.Property property, DataSource in) {
    Matcher parts = SAMPLE.matcher(property.value());
    if (!parts.matches()) {
      return wrong(
          property.valueRange(),
          "“"
              + property.value()
              + "” is not a sample; write a number of rows and a seed: 10 seed 7.");
    }
    long seed = parts.group(2) == null ? 0 : Long.parseLong(parts.group(2));
    return Optional.of(Shaping.sample(in, Integer.parseInt(parts.group(1)), seed));
  }

  private Optional<DataSource> keyed(Line.Property property, DataSource in) {
    return position(property.value(), in, property).map(column -> Shaping.keyed(in, column));
  }

  private Optional<DataSource> columns(Line.Property property, DataSource in) {
    List<Integer> positions = new ArrayList<>();
    List<String> names = new ArrayList<>();
    for (String part : Lists.split(property.value())) {
      Matcher renamed = RENAMED.matcher(part);
      boolean other =
          !Shaping.positions(in.columns()).containsKey(Names.key(part)) && renamed.matches();
      String column = other ? renamed.group(1) : part;
      String name = other ? renamed.group(2) : part;
      position(column, in, property).ifPresent(positions::add);
      if (names.stream().anyMatch(before -> Names.same(before, name))) {
        problems.add(
            new Diagnostic(
                Problem.DOUBLE_COLUMN,
                property.valueRange(),
                "Two columns would have the name “" + name + "”."));
      }
      names.add(name);
    }
    return positions.size() == names.size()
        ? Optional.of(Shaping.columns(in, positions, names))
        : Optional.empty();
  }
}
