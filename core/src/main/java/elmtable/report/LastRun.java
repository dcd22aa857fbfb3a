package elmtable.report;

import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;

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
    if (!Files.isDirectory(parent)) {
      return Optional.empty();
    }
    Optional<Path> last;
    try (Stream<Path> runs = Files.list(parent)) {
      last =
          runs.map(run -> run.resolve("events.jsonl"))
              .filter(Files::exists)
              .max(Comparator.comparing(LastRun::modified));
    }
    return last.isEmpty() ? Optional.empty() : Optional.of(read(last.get()));
  }

  private static long modified(Path file) {
    return file.toFile().lastModified();
  }

  private static LastRun read(Path events) throws IOException {
    Map<Integer, String> notPassed = new TreeMap<>();
    try (Stream<String> lines = Files.lines(events)) {
      lines.forEach(line -> {
        // The rest are steps, of which there are many.
        if (line.contains("\"cases planned\"") || line.contains("\"case finished\"")) {
          switch (EventLines.read(line)) {
            case RunEvent.CasesPlanned planned ->
                planned.cases().forEach(one -> notPassed.put(one.number(), one.identity()));
            case RunEvent.CaseFinished finished when FINE.contains(finished.outcome()) ->
                notPassed.remove(finished.number());
            default -> {}
          }
        }
      });
    }
    return new LastRun(List.copyOf(notPassed.values()));
  }
}
