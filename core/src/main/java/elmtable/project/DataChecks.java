package elmtable.project;

import elmtable.data.DataSets;
import elmtable.data.DataSummary;
import elmtable.language.Block;
import elmtable.language.Line;
import elmtable.text.Diagnostic;
import elmtable.text.Names;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Checks a data set by reading it once. */
final class DataChecks {
  private DataChecks() {}

  static List<Diagnostic> check(DataEntry entry, Project project) {
    Block block = entry.placed().block();
    DataSets.Reading reading = DataSets.of(block, project.files());
    List<Diagnostic> problems = new ArrayList<>(reading.problems());
    if (reading.source().isEmpty()) {
      return problems;
    }
    Range place = block.property("from").map(Line.Property::valueRange).orElse(block.header());
    DataSummary summary = CaseData.summary(entry, reading.source().get(), project);
    if (!summary.broken().isEmpty()) {
      problems.add(new Diagnostic(Problem.BROKEN_DATA_FILE, place, summary.broken()));
      return problems;
    }
    // Rows typed in carry their own problems already.
    if (!reading.source().get().hasTemplates()) {
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
    key(block, summary, problems);
    return problems;
  }

  private static void key(Block block, DataSummary summary, List<Diagnostic> problems) {
    Optional<Line.Property> key = block.property("key");
    if (key.isPresent()
        && summary.columns().stream().noneMatch(c -> Names.same(c, key.get().value()))) {
      problems.add(
          PropertyChecks.unknown(
              Problem.UNKNOWN_COLUMN,
              "column of this set",
              key.get().value(),
              key.get().valueRange(),
              summary.columns()));
    }
  }
}
