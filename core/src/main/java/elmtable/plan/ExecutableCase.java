package elmtable.plan;

import elmtable.language.Section;
import elmtable.language.Step;
import elmtable.project.CaseRow;
import elmtable.project.entry.CaseEntry;
import java.util.List;
import java.util.Optional;

/**
 * One case with one row, environment and browser: what a run executes.
 *
 * @param identity the same from run to run while case, row, environment and browser are the same
 * @param name the case's name with the row's values filled in
 * @param fault why it cannot run, known before it begins, or the empty text
 * @param needed the case that this one was added for, since that comes after it; or the empty text
 */
public record ExecutableCase(
    CaseEntry entry,
    String identity,
    String name,
    List<String> tags,
    Optional<CaseRow> row,
    String environment,
    String browser,
    String fault,
    String needed) {
  public ExecutableCase {
    tags = List.copyOf(tags);
  }

  /** What identifies its row, or the empty text. */
  public String rowKey() {
    return row.map(CaseRow::key).orElse("");
  }

  /** The steps of a section; those of an outline with the row's values in their places. */
  public List<Step> steps(Section section) {
    List<Step> steps = entry.block().activeSteps(section);
    return row.isEmpty()
        ? steps
        : steps.stream()
            .map(step -> step.filled(row.get().columns(), row.get().written()))
            .toList();
  }
}
