package elmtable.data;

import elmtable.block.DataBlock;
import elmtable.data.readers.DataContext;
import elmtable.data.readers.FileSources;
import elmtable.data.readers.TypedRows;
import elmtable.data.shaping.Combined;
import elmtable.data.shaping.LimitValues;
import elmtable.data.shaping.ShapingReader;
import elmtable.data.shaping.Stage;
import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataSource;
import elmtable.language.Block;
import elmtable.language.Line;
import elmtable.text.Diagnostic;
import elmtable.text.Names;
import elmtable.text.Problem;
import elmtable.text.Range;
import elmtable.text.Severity;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/** Reads a {@code data} block: its one source, and the steps that shape it. */
final class DataSetReader {
  /** The seed of all pairs, so that a model gives the same rows whenever it is read. */
  private static final long PAIRS_SEED = 1;

  private final DataContext context;
  private final List<String> way;
  private final List<Diagnostic> problems = new ArrayList<>();

  DataSetReader(DataContext context) {
    this(context, List.of());
  }

  private DataSetReader(DataContext context, List<String> way) {
    this.context = context;
    this.way = way;
  }

  DataSets.Reading read(Block read) {
    DataBlock block = new DataBlock(read);
    Map<String, Range> sources = sources(block);
    if (sources.size() > 1) {
      List<String> words = List.copyOf(sources.keySet());
      problem(
          Problem.TWO_SOURCES,
          sources.get(words.get(1)),
          "This data set has two sources, “"
              + words.get(0)
              + "” and “"
              + words.get(1)
              + "”; keep one of them.");
      return nothing();
    }
    if (sources.isEmpty()) {
      problem(
          Problem.NO_SOURCE,
          read.header(),
          "This data set has no rows; write some, or name a file with “from: path”.");
      return nothing();
    }
    String word = sources.keySet().iterator().next();
    Optional<DataSource> source =
        switch (word) {
          case "rows" -> block.rows().map(TypedRows::new);
          case "combine" -> combined(block, block.combine().orElseThrow());
          case "limits of" -> limits(block.limitsOf());
          default -> new FileSources(block, context, problems).source();
        };
    if (source.isEmpty() || !problems.isEmpty() && hasErrors()) {
      return nothing();
    }
    return shaped(word, source.get(), sources.get(word), block);
  }

  private boolean hasErrors() {
    return problems.stream().anyMatch(p -> p.severity() == Severity.ERROR);
  }

  private DataSets.Reading nothing() {
    return new DataSets.Reading(Optional.empty(), problems, List.of());
  }

  private void problem(Problem problem, Range range, String message) {
    problems.add(new Diagnostic(problem, range, message));
  }

  /** The sources that a block names, by their word, and where. */
  private static Map<String, Range> sources(DataBlock block) {
    Map<String, Range> sources = new LinkedHashMap<>();
    block.from().ifPresent(property -> sources.put("from", property.range()));
    block.combine().ifPresent(property -> sources.put("combine", property.range()));
    block.limitsOf().stream()
        .findFirst()
        .ifPresent(property -> sources.put("limits of", property.range()));
    // A file that is a database is asked by a query; that is one source.
    if (!sources.containsKey("from")) {
      block.query().ifPresent(property -> sources.put("query", property.range()));
    }
    block.database().ifPresent(property -> sources.putIfAbsent("query", property.range()));
    block.rows().ifPresent(rows -> sources.put("rows", rows.range()));
    return sources;
  }

  private DataSets.Reading shaped(String word, DataSource source, Range place, DataBlock block) {
    try {
      if (!word.equals("rows")) {
        requireDistinct(source.columns(), place);
      }
      ShapingReader shaping = new ShapingReader(block::property, problems);
      List<Stage> stages = shaping.stages(new Stage(word, source));
      return hasErrors()
          ? nothing()
          : new DataSets.Reading(
              Optional.of(stages.get(stages.size() - 1).source()), problems, stages);
    } catch (BrokenDataException broken) {
      problem(Problem.BROKEN_DATA_FILE, place, broken.getMessage());
      return nothing();
    }
  }

  private void requireDistinct(List<String> columns, Range place) {
    Map<String, String> seen = new LinkedHashMap<>();
    for (String column : columns) {
      if (seen.putIfAbsent(Names.key(column), column) != null) {
        problem(
            Problem.DOUBLE_COLUMN,
            place,
            "A second column has the name “"
                + column
                + "”; rename one in its own set, with “columns: "
                + column
                + " as …”.");
      }
    }
  }

  /** A source shaped by some properties. */
  DataSets.Reading shaped(DataSource source, Function<String, Optional<Line.Property>> properties) {
    List<Stage> stages = new ShapingReader(properties, problems).stages(new Stage("rows", source));
    return hasErrors()
        ? nothing()
        : new DataSets.Reading(
            Optional.of(stages.get(stages.size() - 1).source()), problems, stages);
  }

  private Optional<DataSource> limits(List<Line.Property> lines) {
    List<LimitValues.Line> read = new ArrayList<>();
    for (Line.Property line : lines) {
      List<String> objections = new ArrayList<>();
      LimitValues.Line.read(line.value(), objections).ifPresent(read::add);
      objections.forEach(reason -> problem(Problem.BAD_PROPERTY_VALUE, line.valueRange(), reason));
    }
    return read.size() == lines.size() ? Optional.of(new LimitValues(read)) : Optional.empty();
  }

  private Optional<DataSource> combined(DataBlock block, Line.Property property) {
    String value = property.value();
    Optional<String> how = block.way();
    if (how.isEmpty()) {
      problem(
          Problem.BAD_PROPERTY_VALUE,
          property.valueRange(),
          "Sets are combined by “all of A, B”, “pairs of A, B, C”, “side by side A, B” or “one after"
              + " another A, B”; “"
              + value
              + "” is none of them.");
      return Optional.empty();
    }
    List<String> names = block.combined().names();
    List<DataSource> sources = new ArrayList<>();
    for (String name : names) {
      part(name, property).ifPresent(sources::add);
    }
    if (sources.size() != names.size()) {
      return Optional.empty();
    }
    if (sources.size() < 2) {
      problem(
          Problem.BAD_PROPERTY_VALUE,
          property.valueRange(),
          "To combine takes two sets or more; “" + value + "” names one.");
      return Optional.empty();
    }
    return Optional.of(
        switch (how.get()) {
          case "all of" -> new Combined.AllOf(sources);
          case "pairs of" -> Combined.PairsOf.of(sources, PAIRS_SEED);
          case "side by side" -> new Combined.SideBySide(sources, names);
          default -> united(sources, property);
        });
  }

  private DataSource united(List<DataSource> sources, Line.Property property) {
    Combined.OneAfterAnother united = Combined.OneAfterAnother.of(sources);
    if (united.isUneven()) {
      problem(
          Problem.UNEVEN_SETS,
          property.valueRange(),
          "These sets have different columns; a column that a set lacks is empty in its rows.");
    }
    return united;
  }

  private Optional<DataSource> part(String name, Line.Property property) {
    int start = Math.max(0, property.value().indexOf(name));
    Range range = property.valueRange().part(start, start + name.length());
    if (way.stream().anyMatch(before -> Names.same(before, name))) {
      problem(
          Problem.DATA_CIRCLE,
          range,
          "A data set may not be made of itself: " + String.join(" → ", way) + " → " + name + ".");
      return Optional.empty();
    }
    Optional<Block> block = context.set(name);
    if (block.isEmpty()) {
      problem(Problem.UNKNOWN_DATA_SET, range, "Data set “" + name + "” not found.");
      return Optional.empty();
    }
    List<String> longer = new ArrayList<>(way);
    longer.add(block.get().name());
    DataSets.Reading reading = new DataSetReader(context, longer).read(block.get());
    if (reading.source().isEmpty()) {
      String reason = reading.problems().isEmpty() ? "" : reading.problems().get(0).message();
      problem(
          reading.problems().stream().anyMatch(p -> p.problem() == Problem.DATA_CIRCLE)
              ? Problem.DATA_CIRCLE
              : Problem.BROKEN_PART,
          range,
          "“" + name + "” cannot be used: " + reason);
    }
    return reading.source();
  }

  /** A reader of a set whose own name is known, so that circles through it are found. */
  static DataSetReader of(Block block, DataContext context) {
    return new DataSetReader(context, List.of(block.name()));
  }
}
