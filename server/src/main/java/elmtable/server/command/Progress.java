package elmtable.server.command;

import elmtable.run.event.Failure;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import elmtable.run.event.RunListener;
import elmtable.text.Counted;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
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
  private final Map<Integer, RunEvent.Planned> cases = new HashMap<>();
  private final List<Outcome> outcomes = new ArrayList<>();
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
        started.cases().forEach(planned -> cases.put(planned.number(), planned));
        out.println(
            "Running "
                + Counted.of(cases.size(), "executable case")
                + ", "
                + Counted.of(started.workers(), "worker")
                + ", seed "
                + started.seed());
      }
      case RunEvent.CaseStarted started when terminal ->
          out.print(
              CLEAR_LINE
                  + outcomes.size()
                  + " of "
                  + cases.size()
                  + "  "
                  + cases.get(started.number()).name());
      case RunEvent.CaseFinished finished -> finished(finished);
      default -> {}
    }
    out.flush();
  }

  private void finished(RunEvent.CaseFinished finished) {
    outcomes.add(finished.outcome());
    RunEvent.Planned planned = cases.get(finished.number());
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

  List<Outcome> outcomes() {
    return List.copyOf(outcomes);
  }

  void summary(Path folder) {
    Map<Outcome, Integer> counts = new EnumMap<>(Outcome.class);
    outcomes.forEach(outcome -> counts.merge(outcome, 1, Integer::sum));
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
