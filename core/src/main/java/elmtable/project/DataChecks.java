package elmtable.project;

import elmtable.data.DataSets;
import elmtable.data.DataSummary;
import elmtable.language.Block;
import elmtable.language.Line;
import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.List;

/** Checks a data set by reading it once. */
final class DataChecks {
  private DataChecks() {}

  static List<Diagnostic> check(DataEntry entry, Project project) {
    Block block = entry.placed().block();
    DataSets.Reading reading = project.dataSet(entry);
    List<Diagnostic> problems = new ArrayList<>(reading.problems());
    if (reading.source().isEmpty()) {
      return problems;
    }
    Range place =
        block
            .property("from")
            .or(() -> block.property("combine"))
            .map(Line.Property::valueRange)
            .orElse(block.header());
    DataSummary summary = project.dataSummary(entry);
    if (!summary.broken().isEmpty()) {
      problems.add(new Diagnostic(Problem.BROKEN_DATA_FILE, place, summary.broken()));
      return problems;
    }
    // Rows typed in carry the problems of their form already.
    if (block.property("kinds").isPresent() || !reading.source().get().hasTemplates()) {
      summary
          .faults()
          .forEach(fault -> problems.add(new Diagnostic(Problem.SHORT_OR_LONG_ROW, place, fault)));
    }
    if (summary.rows() == 0) {
      problems.add(
          new Diagnostic(
              Problem.EMPTY_DATA_SET,
              place,
              "The data set “" + entry.name() + "” has no rows, so its cases do not run."));
    }
    return problems;
  }
}
