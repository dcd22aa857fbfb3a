package elmtable.server.view;

import elmtable.report.Findings;
import elmtable.report.Findings.Finding;
import elmtable.report.Findings.NotPassed;
import elmtable.run.event.Failure;
import elmtable.run.event.Outcome;
import elmtable.server.message.RunMessages.DecidedView;
import elmtable.server.message.RunMessages.FindingView;
import elmtable.server.message.RunMessages.FindingsView;
import elmtable.server.message.RunMessages.RunCaseView;
import elmtable.server.message.RunMessages.SharedValueView;
import elmtable.server.store.RunStore;
import elmtable.server.store.RunStore.StoredCase;
import elmtable.server.store.RunStore.StoredRun;
import elmtable.server.store.RunStore.WithValue;
import elmtable.server.store.VerdictStore;
import elmtable.server.store.VerdictStore.Decided;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** What was found in a run: its failures by cause, what those share and what was decided. */
public final class FindingViews {
  private static final int MOST_GROUPED = 10_000;
  private static final int MOST_SHOWN = 100;
  private static final int MOST_SHARED = 6;

  /** The rows of a larger run would be waited for. */
  private static final int MOST_SEARCHED = 100_000;

  private final RunStore store;
  private final Map<String, Decided> decided;
  private final StoredRun run;

  private FindingViews(RunStore store, VerdictStore verdicts, StoredRun run) {
    this.store = store;
    this.decided = verdicts.all();
    this.run = run;
  }

  public static FindingsView of(RunStore store, VerdictStore verdicts, StoredRun run) {
    return new FindingViews(store, verdicts, run).view();
  }

  private FindingsView view() {
    List<StoredCase> stored = store.notPassed(run.id(), MOST_GROUPED);
    Map<Integer, StoredCase> cases =
        stored.stream().collect(Collectors.toMap(StoredCase::number, Function.identity()));
    List<Finding> findings = Findings.of(stored.stream().map(FindingViews::notPassed).toList());
    long all =
        Stream.of(Outcome.FAILED, Outcome.ERROR, Outcome.BLOCKED)
            .mapToLong(outcome -> run.counts().getOrDefault(outcome, 0))
            .sum();
    Map<Map.Entry<String, String>, WithValue> counts = counts(findings);
    return new FindingsView(
        cases.size(), all, findings.stream().map(finding -> view(finding, cases, counts)).toList());
  }

  private Map<Map.Entry<String, String>, WithValue> counts(List<Finding> findings) {
    Set<Map.Entry<String, String>> shared =
        findings.stream()
            .flatMap(finding -> finding.shared().entrySet().stream())
            .map(value -> Map.entry(value.getKey(), value.getValue()))
            .collect(Collectors.toSet());
    return shared.isEmpty() || run.total() > MOST_SEARCHED
        ? Map.of()
        : store.withValues(run.id(), shared);
  }

  private static NotPassed notPassed(StoredCase stored) {
    Failure failure =
        stored.failure() == null ? Failure.of(stored.outcome().shown()) : stored.failure();
    return new NotPassed(
        stored.number(), stored.name(), stored.outcome(), failure, stored.values());
  }

  private FindingView view(
      Finding finding,
      Map<Integer, StoredCase> cases,
      Map<Map.Entry<String, String>, WithValue> counts) {
    List<RunCaseView> shown =
        finding.cases().stream()
            .limit(MOST_SHOWN)
            .map(one -> RunViews.of(cases.get(one.number())))
            .toList();
    Decided found = decided.get(finding.key());
    return new FindingView(
        finding.key(),
        finding.cases().size(),
        shown,
        shared(finding, counts),
        found == null
            ? null
            : new DecidedView(found.word(), found.author(), found.at(), found.run()));
  }

  private static List<SharedValueView> shared(
      Finding finding, Map<Map.Entry<String, String>, WithValue> counts) {
    return finding.shared().entrySet().stream()
        .filter(value -> counts.containsKey(value))
        .limit(MOST_SHARED)
        .map(value ->
            new SharedValueView(
                value.getKey(),
                value.getValue(),
                counts.get(value).notPassed(),
                counts.get(value).all()))
        .toList();
  }
}
