package elmtable.report;

import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import elmtable.run.request.ExpectedTimes;
import java.io.IOException;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.OptionalDouble;

/** How long executable cases took when they last passed, going by the runs that a folder has. */
public final class EarlierTimes implements ExpectedTimes {
  /** The newest runs tell enough, and very large ones are not worth their reading. */
  private static final int MOST_RUNS = 5;

  private static final long MOST_BYTES = 100L << 20;

  private final Map<String, Double> millis = new HashMap<>();

  private EarlierTimes() {}

  /** Knows of nothing where there were no runs. */
  public static EarlierTimes in(Path parent) throws IOException {
    EarlierTimes times = new EarlierTimes();
    long left = MOST_BYTES;
    for (EventFile run : EventFile.in(parent).stream().limit(MOST_RUNS).toList()) {
      left -= run.bytes();
      if (left < 0) {
        break;
      }
      times.addOlder(run);
    }
    return times;
  }

  private void addOlder(EventFile run) throws IOException {
    Map<Integer, String> identities = new HashMap<>();
    Map<String, Double> older = new HashMap<>();
    run.cases(event -> {
      if (event instanceof RunEvent.CasesPlanned planned) {
        planned.cases().forEach(one -> identities.put(one.number(), one.identity()));
      } else if (event instanceof RunEvent.CaseFinished done && done.outcome() == Outcome.PASSED) {
        older.put(identities.get(done.number()), done.millis());
      }
    });
    older.forEach(millis::putIfAbsent);
  }

  @Override
  public OptionalDouble millis(String identity) {
    Double known = millis.get(identity);
    return known == null ? OptionalDouble.empty() : OptionalDouble.of(known);
  }
}
