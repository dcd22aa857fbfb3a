package elmtable.server.command;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import elmtable.data.DataSets;
import elmtable.data.shaping.Stage;
import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataRow;
import elmtable.data.source.DataSource;
import elmtable.data.source.Rows;
import elmtable.language.BlockKind;
import elmtable.project.Project;
import elmtable.project.entry.DataEntry;
import elmtable.project.entry.NamedBlock;
import elmtable.text.Names;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Prints a data set's rows as they are after shaping, or how many there are after each step. */
@Command(
    name = "data",
    mixinStandardHelpOptions = true,
    description =
        "Prints a data set's rows as cases get them. Exit code 1 when a row of it is faulty, 2 when"
            + " it cannot be read to its end; a JSON list then ends with an object that has only the"
            + " member “error”.")
final class DataCommand implements Callable<Integer> {
  @Parameters(index = "0", paramLabel = "DIR", description = "Folder of the project.")
  private Path folder;

  @Parameters(index = "1", paramLabel = "NAME", description = "Name of the data set.")
  private String name;

  @Option(names = "--csv", description = "Print CSV (RFC 4180), which is usual.")
  private boolean csv;

  @Option(names = "--json", description = "Print a JSON array of objects.")
  private boolean json;

  @Option(names = "--jsonl", description = "Print JSON lines: an object a line.")
  private boolean jsonl;

  @Option(
      names = "--environment",
      paramLabel = "NAME",
      description = "Environment that gives the values in paths and queries; the first is usual.")
  private String environment = "";

  @Option(names = "--counts", description = "Print how many rows there are after each step.")
  private boolean counts;

  @Spec private CommandSpec spec;

  @Override
  public Integer call() {
    Project project = in(ProjectFolder.read(folder));
    DataEntry entry = project.index().dataSet(name).orElseThrow(() -> unknown(project));
    DataSets.Reading reading = project.dataSet(entry);
    if (reading.source().isEmpty()) {
      throw new RefusalException(reading.problems().get(0).message());
    }
    PrintWriter out = spec.commandLine().getOut();
    try {
      if (counts) {
        counts(reading.stages(), out);
        return 0;
      }
      return json || jsonl ? json(reading.source().get(), out) : csv(reading.source().get(), out);
    } catch (BrokenDataException broken) {
      throw new RefusalException(broken.getMessage());
    } catch (IOException failed) {
      throw new RefusalException("The rows cannot be written: " + failed.getMessage());
    } finally {
      out.flush();
    }
  }

  private Project in(Project project) {
    List<String> known =
        project.index().named(BlockKind.ENVIRONMENT).stream().map(NamedBlock::name).toList();
    Optional<String> found =
        known.stream().filter(name -> Names.same(name, environment)).findFirst();
    if (found.isEmpty() && !environment.isEmpty()) {
      throw new RefusalException(
          "The project has no environment “"
              + environment
              + "”"
              + (known.isEmpty() ? "." : "; there are " + String.join(", ", known) + "."));
    }
    return project.in(found.orElse(""));
  }

  private RefusalException unknown(Project project) {
    List<String> names = project.index().dataSets().stream().map(DataEntry::name).toList();
    return new RefusalException(
        "The project has no data set “"
            + name
            + "”"
            + Names.nearest(name, names).map(near -> "; did you mean “" + near + "”?").orElse(".")
            + (names.isEmpty() ? "" : " There are " + String.join(", ", names) + "."));
  }

  private void counts(List<Stage> stages, PrintWriter out) {
    if (json) {
      Map<String, Long> all = new LinkedHashMap<>();
      stages.forEach(stage -> all.put(stage.name(), stage.count()));
      out.println(Json.write(all));
      return;
    }
    for (Stage stage : stages) {
      out.printf("%-10s %,d%n", stage.name(), stage.count());
    }
  }

  private int csv(DataSource source, PrintWriter out) throws IOException {
    int faulty = 0;
    CsvWriter writer = CsvWriter.builder().lineDelimiter(LineDelimiter.CRLF).build(out);
    writer.writeRecord(source.columns());
    try (Rows rows = source.open()) {
      for (DataRow row = rows.next(); row != null; row = rows.next()) {
        writer.writeRecord(row.cells().stream().map(cell -> source.literal(cell).text()).toList());
        faulty += printRow(row);
      }
    } finally {
      writer.flush();
    }
    return faulty > 0 ? 1 : 0;
  }

  /** A list that breaks off says so in its last object, so that nobody takes it for whole. */
  private int json(DataSource source, PrintWriter out) {
    JsonRows rows = new JsonRows(out, jsonl, source.columns());
    int faulty = 0;
    try (Rows all = source.open()) {
      for (DataRow row = all.next(); row != null; row = all.next()) {
        rows.row(row.cells().stream().map(cell -> source.literal(cell).text()).toList());
        faulty += printRow(row);
      }
    } catch (BrokenDataException broken) {
      rows.breakOff(broken.getMessage());
      throw broken;
    }
    rows.end();
    return faulty > 0 ? 1 : 0;
  }

  /** Says what is wrong with a row, beside the rows. */
  private int printRow(DataRow row) {
    if (row.isSound()) {
      return 0;
    }
    spec.commandLine().getErr().println(row.fault());
    return 1;
  }
}
