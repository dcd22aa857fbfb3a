package elmtable.plan;

import elmtable.project.CaseRow;
import elmtable.project.Project;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.EarlierCase;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;

/** Whether each row of a case that comes after others row by row has one there to come after. */
final class EarlierRows implements Function<CaseRow, String> {
  private final Project project;
  private final List<EarlierCase> earlier;
  private final Map<EarlierCase, Set<String>> keys = new HashMap<>();

  EarlierRows(Project project, CaseEntry entry) {
    this.project = project;
    this.earlier =
        entry.after().names().stream()
            .flatMap(name -> project.index().earlier(name, entry).stream())
            .filter(EarlierCase::byRow)
            .toList();
  }

  /** Why a row cannot run, or empty. */
  @Override
  public String apply(CaseRow row) {
    return earlier.stream()
        .filter(each -> !keysOf(each).contains(row.key()))
        .findFirst()
        .map(each ->
            "“"
                + each.entry().name()
                + "” has no row with the key “"
                + row.key()
                + "”, after which this one comes.")
        .orElse("");
  }

  private Set<String> keysOf(EarlierCase each) {
    return keys.computeIfAbsent(
        each, e -> RowKeys.of(project.dataOf(e.entry()).parts(), RowChoice.ALL));
  }
}
