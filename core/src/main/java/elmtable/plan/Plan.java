package elmtable.plan;

import java.util.List;
import java.util.stream.Stream;

/**
 * What a selection expands to.
 *
 * @param cases every case of the project in order, those that are out with the reason
 */
public record Plan(List<CasePlan> cases, String environment, String browser) {
  public Plan {
    cases = List.copyOf(cases);
  }

  public long count() {
    return cases.stream().mapToLong(CasePlan::count).sum();
  }

  /** The executable cases in the order in which they stand. */
  public Stream<ExecutableCase> executables() {
    return cases.stream().flatMap(plan -> plan.executables().stream());
  }

  public List<ExecutableCase> page(long offset, int limit) {
    return executables().skip(offset).limit(limit).toList();
  }
}
