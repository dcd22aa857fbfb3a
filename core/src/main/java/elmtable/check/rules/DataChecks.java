package elmtable.check.rules;

import elmtable.block.DataBlock;
import elmtable.block.NameList;
import elmtable.check.rules.step.ColumnChecks;
import elmtable.data.DataSets;
import elmtable.data.DataSummary;
import elmtable.data.shaping.Stage;
import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataRow;
import elmtable.data.source.DataSource;
import elmtable.data.source.Rows;
import elmtable.language.BlockKind;
import elmtable.language.Line;
import elmtable.project.Project;
import elmtable.project.entry.DataEntry;
import elmtable.project.entry.NamedBlock;
import elmtable.text.Diagnostic;
import elmtable.text.Names;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Checks a data set by reading it once. */
final class DataChecks {
  private DataChecks() {}

  /** A set whose source depends on values of environments is read in each of them. */
  static List<Diagnostic> check(DataEntry entry, Project project) {
    List<Diagnostic> problems = new ArrayList<>(checkIn(entry, project));
    DataSets.Reading first = project.dataSet(entry);
    for (NamedBlock environment : project.index().named(BlockKind.ENVIRONMENT)) {
      Project there = project.in(environment.name());
      if (there.dataSet(entry) == first) {
        continue;
      }
      for (Diagnostic problem : checkIn(entry, there)) {
        if (!problems.contains(problem)) {
          problems.add(
              new Diagnostic(
                  problem.problem(),
                  problem.range(),
                  "In the environment " + environment.name() + ": " + problem.message(),
                  problem.fixes()));
        }
      }
    }
    return problems;
  }

  private static List<Diagnostic> checkIn(DataEntry entry, Project project) {
    DataBlock block = entry.own();
    DataSets.Reading reading = project.dataSet(entry);
    List<Diagnostic> problems = new ArrayList<>(reading.problems());
    problems.removeIf(problem -> problem.problem() == Problem.DATA_CIRCLE);
    circles(entry, project, problems);
    if (reading.source().isEmpty()) {
      SeparatedFileChecks.otherShape(block, project.files()).ifPresent(problems::add);
      return problems;
    }
    block.rows().ifPresent(rows -> ColumnChecks.brackets(rows, problems));
    Range place =
        block
            .from()
            .or(block::combine)
            .map(Line.Property::valueRange)
            .orElse(block.block().header());
    DataSummary summary = project.dataSummary(entry);
    if (summary.columns().size() < 2 || !summary.faults().isEmpty()) {
      SeparatedFileChecks.otherShape(block, project.files()).ifPresent(problems::add);
    }
    if (!summary.broken().isEmpty()) {
      problems.add(new Diagnostic(Problem.BROKEN_DATA_FILE, place, summary.broken()));
      return problems;
    }
    RowFaults.report(summary.faults(), block.rows(), place, problems);
    if (!summary.whole()) {
      problems.add(
          new Diagnostic(
              Problem.NOT_LOOKED_AT,
              place,
              "“"
                  + entry.name()
                  + "” takes longer than two seconds to read, so its rows were not looked at to their"
                  + " end."));
      return problems;
    }
    lostPairs(block, reading, problems);
    if (summary.rows() == 0) {
      problems.add(
          new Diagnostic(
              Problem.EMPTY_DATA_SET,
              place,
              "The data set “" + entry.name() + "” has no rows, so its cases do not run."));
    }
    return problems;
  }

  /** Each circle once, where it closes. */
  private static void circles(DataEntry entry, Project project, List<Diagnostic> problems) {
    Graphs<DataEntry> graph =
        new Graphs<>(
            each -> Names.key(each.name()),
            Comparator.comparing(DataEntry::path).thenComparing(each -> Names.key(each.name())),
            each ->
                each.own().combined().names().stream()
                    .flatMap(name -> project.index().dataSet(name).stream())
                    .toList());
    for (NameList.Place part : entry.own().combined().places()) {
      project
          .index()
          .dataSet(part.name())
          .flatMap(set -> graph.closedBy(entry, set))
          .ifPresent(circle ->
              problems.add(
                  new Diagnostic(
                      Problem.DATA_CIRCLE,
                      part.range(),
                      "A data set may not be made of itself: "
                          + Graphs.inWords(circle, DataEntry::name)
                          + ".")));
    }
  }

  /** How many pairs of values a condition takes from a set that was made to have them all. */
  private static void lostPairs(
      DataBlock block, DataSets.Reading reading, List<Diagnostic> problems) {
    Optional<Line.Property> where = block.where();
    if (where.isEmpty()
        || block.combine().filter(combine -> combine.value().startsWith("pairs of")).isEmpty()) {
      return;
    }
    try {
      List<Stage> stages = reading.stages();
      int at = 0;
      while (at < stages.size() && !stages.get(at).name().equals("where")) {
        at++;
      }
      if (at == 0 || at == stages.size()) {
        return;
      }
      Set<String> before = pairs(stages.get(at - 1).source());
      int all = before.size();
      before.removeAll(pairs(stages.get(at).source()));
      if (!before.isEmpty()) {
        problems.add(
            new Diagnostic(
                Problem.LOST_PAIRS,
                where.get().valueRange(),
                "This condition removes "
                    + before.size()
                    + " of the "
                    + all
                    + " pairs of values, such as "
                    + before.iterator().next()
                    + "; put it on the sets that are combined to keep the rest."));
      }
    } catch (BrokenDataException broken) {
      // The data set carries this problem itself.
      return;
    }
  }

  /** Every two values that stand in one row. */
  private static Set<String> pairs(DataSource source) {
    Set<String> pairs = new LinkedHashSet<>();
    List<String> columns = source.columns();
    try (Rows rows = source.open()) {
      for (DataRow row = rows.next(); row != null; row = rows.next()) {
        for (int a = 0; a < columns.size(); a++) {
          for (int b = a + 1; b < columns.size(); b++) {
            pairs.add(
                columns.get(a)
                    + " "
                    + row.cells().get(a)
                    + " with "
                    + columns.get(b)
                    + " "
                    + row.cells().get(b));
          }
        }
      }
    }
    return pairs;
  }
}
