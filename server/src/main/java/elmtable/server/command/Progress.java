package elmtable.server.command;

import elmtable.run.event.Failure;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import elmtable.run.event.RunListener;
import elmtable.text.Counted;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * Tells of a run on the command line: a line that keeps changing on a terminal, plain lines
 * elsewhere.
 */
final class Progress implements RunListener {
  private static final String CLEAR_LINE = "\r\u001b[K";

  private final PrintWriter out;
  private final boolean terminal;

  /** Those that were planned and have not ended. */
  private final Map<Integer, RunEvent.Planned> open = new HashMap<>();

  private final Map<Outcome, Long> counts = new EnumMap<>(Outcome.class);
  private long total;
  private long begun;

  Progress(PrintWriter out, boolean terminal) {
    this.out = out;
    this.terminal = terminal;
  }

  @Override
  public void on(RunEvent event) {
    switch (event) {
      case RunEvent.RunStarted started -> {
        begun = System.nanoTime();
        total = started.total();
        out.println(
            "Running "
                + Counted.of(total, "executable case")
                + ", "
                + Counted.of(started.workers(), "worker")
                + ", seed "
                + started.seed());
      }
      case RunEvent.CasesPlanned planned ->
          planned.cases().forEach(one -> open.put(one.number(), one));
      case RunEvent.CaseStarted started when terminal ->
          out.print(
              CLEAR_LINE + ended() + " of " + total + "  " + open.get(started.number()).name());
      case RunEvent.CaseFinished finished -> finished(finished);
      case RunEvent.RunFinished finished ->
          // What was never planned did not run, and is not told case by case.
          finished.counts().forEach((outcome, count) -> counts.put(outcome, count.longValue()));
      default -> {}
    }
    out.flush();
  }

  private void finished(RunEvent.CaseFinished finished) {
    counts.merge(finished.outcome(), 1L, Long::sum);
    RunEvent.Planned planned = open.remove(finished.number());
    out.printf(
        Locale.ROOT,
        "%s%-8s %6.2f s  %s / %s%n",
        terminal ? CLEAR_LINE : "",
        finished.outcome().shown(),
        finished.millis() / 1000,
        planned.suite(),
        planned.name());
    Failure failure = finished.failure();
    if (failure != null) {
      out.println("           " + failure.message());
      if (failure.wanted() != null) {
        out.println("           wanted: " + failure.wanted());
        out.println("           found:  " + failure.found());
      }
    }
  }

  private long ended() {
    return counts.values().stream().mapToLong(Long::longValue).sum();
  }

  Map<Outcome, Long> counts() {
    return Map.copyOf(counts);
  }

  void summary(Path folder) {
    List<String> parts =
        counts.entrySet().stream().map(e -> e.getValue() + " " + e.getKey().shown()).toList();
    out.printf(
        Locale.ROOT,
        "%s in %.1f s. Results in %s%n",
        String.join(", ", parts),
        (System.nanoTime() - begun) / 1e9,
        folder);
    out.flush();
  }
}
