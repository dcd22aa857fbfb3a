package elmtable.server.view;

import elmtable.block.DataBlock;
import elmtable.check.CheckedProject;
import elmtable.data.DataSets;
import elmtable.data.shaping.Stage;
import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataRow;
import elmtable.data.source.DataSource;
import elmtable.data.source.ReadingTime;
import elmtable.data.source.Rows;
import elmtable.language.Block;
import elmtable.language.Line;
import elmtable.project.Project;
import elmtable.project.entry.DataEntry;
import elmtable.server.message.DataMessages.DataColumn;
import elmtable.server.message.DataMessages.DataPart;
import elmtable.server.message.DataMessages.DataRowView;
import elmtable.server.message.DataMessages.DataSetView;
import elmtable.server.message.DataMessages.DataStage;
import elmtable.text.Names;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** Makes of a data set what its station shows: some of its rows, and what happened to all. */
public final class DataViews {
  /** So long a count is waited for; what takes longer is left out. */
  private static final Duration MOST_TIME = Duration.ofSeconds(2);

  private static final String WHERE = "where";
  private static final String NUMBER = "[-+]?\\d+(\\.\\d+)?";

  private final CheckedProject checked;
  private final Project project;
  private final DataEntry entry;
  private final DataBlock block;

  private DataViews(CheckedProject checked, Project project, DataEntry entry) {
    this.checked = checked;
    this.project = project;
    this.entry = entry;
    this.block = new DataBlock(entry.located().block());
  }

  /**
   * @param project the checked one, with its data read as in an environment
   * @param from how many rows come before the first one that is shown
   * @param most how many are shown
   * @param leftOut whether rows that the condition leaves out are shown among the others
   */
  public static DataSetView of(
      CheckedProject checked,
      Project project,
      DataEntry entry,
      long from,
      int most,
      boolean leftOut) {
    return new DataViews(checked, project, entry).view(from, most, leftOut);
  }

  private DataSetView view(long from, int most, boolean leftOut) {
    DataSets.Reading reading = project.dataSet(entry);
    if (reading.source().isEmpty()) {
      return broken(reading.problems().get(0).message());
    }
    try {
      DataSource source = reading.source().get();
      List<DataStage> stages = reading.stages().stream().map(this::stage).toList();
      Long left = leftOut(stages);
      List<DataRowView> shown =
          leftOut && left != null
              ? withLeftOut(reading.stages(), from, most)
              : rows(source, from, most);
      return view(stages, columns(source, shown), stages.getLast().rows(), left, shown, null);
    } catch (BrokenDataException broken) {
      return broken(broken.getMessage());
    }
  }

  private DataSetView broken(String reason) {
    return view(List.of(), List.of(), null, null, List.of(), reason);
  }

  private DataSetView view(
      List<DataStage> stages,
      List<DataColumn> columns,
      Long rows,
      Long leftOut,
      List<DataRowView> shown,
      String broken) {
    return new DataSetView(
        entry.name(),
        block.block().noteText(),
        entry.path(),
        entry.located().headerLine() + 1,
        source(),
        file().orElse(null),
        upload().orElse(null),
        parts(),
        stages,
        columns,
        rows,
        leftOut,
        shown,
        broken);
  }

  private String source() {
    return block
        .from()
        .or(block::database)
        .map(Line.Property::value)
        .orElseGet(() -> block.way().orElse(block.limitsOf().isEmpty() ? "typed here" : "limits"));
  }

  /** Its file, where that is a document. */
  private Optional<String> file() {
    return block
        .from()
        .map(Line.Property::value)
        .filter(path -> project.document(path).isPresent());
  }

  /** Its file, where that is none. */
  private Optional<String> upload() {
    return ReplacementViews.fileOf(entry)
        .filter(path -> project.document(path).isEmpty())
        .filter(path -> project.files().version(path).isPresent());
  }

  /** Which record of the file a row is; the first one may hold the names of columns. */
  private Long inFile(DataRow row) {
    if (file().isEmpty()) {
      return null;
    }
    boolean header = block.header().map(Line.Property::value).filter("no"::equals).isEmpty();
    return (long) row.number() - (header ? 0 : 1);
  }

  private List<DataPart> parts() {
    if (block.combine().isEmpty()) {
      return List.of();
    }
    return block.combined().names().stream()
        .map(
            name -> new DataPart(name, project.index().dataSet(name).map(this::count).orElse(null)))
        .toList();
  }

  private Long count(DataEntry of) {
    var summary = project.dataSummary(of);
    return summary.whole() && summary.broken().isEmpty() ? Long.valueOf(summary.rows()) : null;
  }

  private DataStage stage(Stage stage) {
    Block own = block.block();
    String said =
        switch (stage.name()) {
          case "combine" -> block.way().orElse("");
          case "rows" -> "";
          default ->
              own.allOf(stage.name()).stream()
                  .map(Line.Property::value)
                  .collect(Collectors.joining("; "));
        };
    Long rows;
    try {
      rows = ReadingTime.within(MOST_TIME, stage::count);
    } catch (ReadingTime.OverException over) {
      rows = null;
    }
    return new DataStage(stage.name(), said, rows);
  }

  private List<DataRowView> rows(DataSource source, long from, int most) {
    List<DataRowView> shown = new ArrayList<>();
    try (Rows rows = source.open()) {
      long number = 0;
      for (DataRow row = rows.next(); row != null && shown.size() < most; row = rows.next()) {
        number++;
        if (number > from) {
          List<String> cells =
              row.cells().stream().map(cell -> source.literal(cell).text()).toList();
          String fault = row.isSound() ? null : row.fault();
          shown.add(new DataRowView(number, cells, fault, null, inFile(row)));
        }
      }
    }
    return shown;
  }

  /**
   * How many rows the condition leaves out. Nothing where something comes behind it, which may sort
   * the rows or change their columns, or where it takes too long to find out.
   */
  private static Long leftOut(List<DataStage> stages) {
    int last = stages.size() - 1;
    if (last < 1 || !stages.get(last).word().equals(WHERE)) {
      return null;
    }
    Long before = stages.get(last - 1).rows();
    Long after = stages.get(last).rows();
    return before == null || after == null || before.equals(after)
        ? null
        : Long.valueOf(before - after);
  }

  /** The rows before the condition; what passes it is found among them again, in their order. */
  private List<DataRowView> withLeftOut(List<Stage> stages, long from, int most) {
    DataSource all = stages.get(stages.size() - 2).source();
    List<DataRowView> shown = new ArrayList<>();
    try (Rows rows = all.open();
        Rows passing = stages.getLast().source().open()) {
      DataRow passes = passing.next();
      long number = 0;
      for (DataRow row = rows.next(); row != null && shown.size() < most; row = rows.next()) {
        boolean in = passes != null && passes.cells().equals(row.cells());
        if (in) {
          passes = passing.next();
        }
        if (++number > from) {
          List<String> cells = row.cells().stream().map(cell -> all.literal(cell).text()).toList();
          String fault = row.isSound() ? null : row.fault();
          shown.add(new DataRowView(number, cells, fault, in ? null : Boolean.TRUE, inFile(row)));
        }
      }
    }
    return shown;
  }

  private List<DataColumn> columns(DataSource source, List<DataRowView> shown) {
    List<DataColumn> columns = new ArrayList<>();
    Set<String> unused = Set.copyOf(checked.unusedColumns(entry, source.columns()));
    for (int i = 0; i < source.columns().size(); i++) {
      int place = i;
      String name = source.columns().get(i);
      boolean numeric =
          !shown.isEmpty()
              && shown.stream()
                  .map(row -> place < row.cells().size() ? row.cells().get(place) : "")
                  .allMatch(cell -> cell.isEmpty() || cell.matches(NUMBER))
              && shown.stream().anyMatch(row -> !row.cells().get(place).isEmpty());
      columns.add(new DataColumn(name, partOf(name), numeric, unused.contains(name) ? true : null));
    }
    return columns;
  }

  /** The combined set that has a column. */
  private String partOf(String column) {
    return block.combine().isEmpty()
        ? null
        : block.combined().names().stream()
            .filter(name -> hasColumn(name, column))
            .findFirst()
            .orElse(null);
  }

  private boolean hasColumn(String set, String column) {
    return project
        .index()
        .dataSet(set)
        .flatMap(found -> project.dataSet(found).source())
        .filter(source -> source.columns().stream().anyMatch(each -> Names.same(each, column)))
        .isPresent();
  }
}
