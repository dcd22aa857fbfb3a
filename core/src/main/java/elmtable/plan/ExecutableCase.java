package elmtable.plan;

import elmtable.project.CaseEntry;
import java.util.List;
import java.util.Optional;

/**
 * One case with one row, environment and browser: what a run executes.
 *
 * @param identity the same from run to run while case, row, environment and browser are the same
 * @param name the case's name with the row's values filled in
 * @param fault why it cannot run, known before it begins, or the empty text
 */
public record ExecutableCase(
    CaseEntry entry,
    String identity,
    String name,
    List<String> tags,
    Optional<RowUse> row,
    String environment,
    String browser,
    String fault) {
  public ExecutableCase {
    tags = List.copyOf(tags);
  }
}
