package elmtable.report;

import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import java.io.IOException;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/**
 * The last run that a folder has, as its events tell it; a run that was broken off, too.
 *
 * @param notPassed the identities of executable cases that did not pass, in their order
 */
public record LastRun(List<String> notPassed) {
  private static final Set<Outcome> FINE = EnumSet.of(Outcome.PASSED, Outcome.SKIPPED);

  public LastRun {
    notPassed = List.copyOf(notPassed);
  }

  /** Nothing where there was no run. */
  public static Optional<LastRun> in(Path parent) throws IOException {
    List<EventFile> runs = EventFile.in(parent);
    return runs.isEmpty() ? Optional.empty() : Optional.of(read(runs.get(0)));
  }

  private static LastRun read(EventFile events) throws IOException {
    Map<Integer, String> notPassed = new TreeMap<>();
    events.cases(event -> {
      if (event instanceof RunEvent.CasesPlanned planned) {
        planned.cases().forEach(one -> notPassed.put(one.number(), one.identity()));
      } else if (event instanceof RunEvent.CaseFinished done && FINE.contains(done.outcome())) {
        notPassed.remove(done.number());
      }
    });
    return new LastRun(List.copyOf(notPassed.values()));
  }
}
