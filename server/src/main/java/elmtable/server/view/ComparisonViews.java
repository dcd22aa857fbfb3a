package elmtable.server.view;

import elmtable.report.Comparison;
import elmtable.server.message.RunMessages.ComparedView;
import elmtable.server.message.RunMessages.ComparisonView;
import elmtable.server.store.RunStore;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What changed since an earlier run. */
public final class ComparisonViews {
  private static final int MOST_SHOWN = 100;

  private ComparisonViews() {}

  /**
   * Compares a run.
   *
   * @param with the earlier one, if there is one
   */
  public static ComparisonView of(RunStore store, long run, Optional<Long> with) {
    Comparison found =
        with.map(before -> Comparison.of(store.ended(before), store.ended(run)))
            .orElseGet(() -> Comparison.of(Map.of(), Map.of()));
    return new ComparisonView(
        with.orElse(null),
        compared(store, run, found.broken()),
        compared(store, run, found.fixed()),
        compared(store, run, found.slower()),
        found.added(),
        found.gone());
  }

  private static ComparedView compared(RunStore store, long run, List<Integer> numbers) {
    return new ComparedView(
        numbers.size(),
        numbers.stream()
            .limit(MOST_SHOWN)
            .flatMap(number -> store.caseOf(run, number).stream())
            .map(RunViews::of)
            .toList());
  }
}
