package elmtable.check.rules.step;

import elmtable.language.Block;
import elmtable.language.Section;
import elmtable.project.Project;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.DataEntry;
import elmtable.project.entry.SuiteEntry;
import elmtable.text.Names;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * Columns of a data set, whatever it reads, that no case says which runs with it. They are no
 * problem, as a file may have more than is wanted; the station of data shows them.
 */
public final class UnusedColumns {
  private final Project project;

  /** The keys of the set's name and of all that are made of it. */
  private final Set<String> sets = new HashSet<>();

  private UnusedColumns(Project project) {
    this.project = project;
  }

  /**
   * Those of a data set's columns; none where something may use all of them.
   *
   * @param columns its columns as cases get them
   */
  public static List<String> of(DataEntry set, List<String> columns, Project project) {
    UnusedColumns unused = new UnusedColumns(project);
    unused.addMadeOf(set);
    if (unused.isRepeatedOver()) {
      return List.of();
    }
    String said = Names.key(unused.said());
    return columns.stream()
        .filter(column -> !ColumnChecks.hasWord(said, Names.key(column)))
        .toList();
  }

  private void addMadeOf(DataEntry set) {
    if (!sets.add(Names.key(set.name()))) {
      return;
    }
    for (DataEntry other : project.index().dataSets()) {
      if (other.own().combined().names().stream().anyMatch(name -> Names.same(name, set.name()))) {
        addMadeOf(other);
      }
    }
  }

  /** Steps that are repeated over a set may say any column of it. */
  private boolean isRepeatedOver() {
    return project.indexes().values().stream()
        .flatMap(index -> index.document().document().blocks().stream())
        .map(located -> located.block())
        .anyMatch(block -> sets.stream().anyMatch(set -> ColumnChecks.repeatsOver(block, set)));
  }

  /** Everything that may say the name of a column. */
  private String said() {
    StringBuilder said = new StringBuilder();
    for (DataEntry set : project.index().dataSets()) {
      if (sets.contains(Names.key(set.name()))) {
        ColumnChecks.say(set.located().block().properties(), said);
      }
    }
    for (SuiteEntry suite : project.index().suites()) {
      suite.located().ifPresent(head -> ColumnChecks.say(head.block().properties(), said));
      for (CaseEntry entry : suite.cases()) {
        if (project.dataSetNames(entry).stream().map(Names::key).anyMatch(sets::contains)) {
          Block block = entry.block();
          said.append('\n').append(ColumnChecks.said(block, block.sections(Section.DATA)));
        }
      }
    }
    return said.toString();
  }
}
