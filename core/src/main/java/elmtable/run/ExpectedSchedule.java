package elmtable.run;

import elmtable.plan.CasePlan;
import elmtable.plan.ExecutableCase;
import elmtable.plan.Plan;
import elmtable.plan.RunTarget;
import elmtable.project.Project;
import elmtable.run.request.ExpectedTimes;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.PriorityQueue;

/**
 * What each worker will probably do when, going by how long cases took before: lanes as the run
 * itself has them, the longest first, each to the worker that is free first.
 *
 * @param millis when the last worker is done
 * @param workers the spans of each; empty where no case ran before
 */
public record ExpectedSchedule(double millis, List<List<Span>> workers) {
  /** Of a case with more executable cases these stand for all. */
  private static final int SAMPLE = 50;

  /** A parallel lane of more cases than this is handed out in pieces. */
  private static final int MOST_PIECES = 512;

  /**
   * Cases of a suite, one after another.
   *
   * @param caseMillis how long each takes; empty where they are too many
   */
  public record Span(String suite, double fromMillis, double millis, List<Double> caseMillis) {
    public Span {
      caseMillis = List.copyOf(caseMillis);
    }
  }

  /** What one worker does in one go. */
  private record Piece(String suite, double millis, List<Double> caseMillis) {}

  /** Pieces that are handed out together, or as workers come. */
  private record Work(List<Piece> pieces, boolean parallel) {
    double millis() {
      return pieces.stream().mapToDouble(Piece::millis).sum();
    }
  }

  private static final class Worker {
    private final int number;
    private final List<Span> spans = new ArrayList<>();
    private double until;

    Worker(int number) {
      this.number = number;
    }

    void carryOut(Piece piece) {
      Span last = spans.isEmpty() ? null : spans.getLast();
      if (last != null && last.suite().equals(piece.suite())) {
        List<Double> both = new ArrayList<>(last.caseMillis());
        both.addAll(piece.caseMillis());
        spans.set(
            spans.size() - 1,
            new Span(piece.suite(), last.fromMillis(), last.millis() + piece.millis(), both));
      } else {
        spans.add(new Span(piece.suite(), until, piece.millis(), piece.caseMillis()));
      }
      until += piece.millis();
    }
  }

  /** How long one executable case of a case takes on the average; nothing where none ran before. */
  public static OptionalDouble mean(List<ExecutableCase> sample, ExpectedTimes times) {
    return sample.stream()
        .map(executable -> times.millis(executable.identity()))
        .filter(OptionalDouble::isPresent)
        .mapToDouble(OptionalDouble::getAsDouble)
        .average();
  }

  public static ExpectedSchedule of(
      Project project, Plan plan, ExpectedTimes times, int workerCount) {
    Map<CasePlan, OptionalDouble> means = new HashMap<>();
    for (CasePlan each : plan.cases()) {
      if (each.isIn()) {
        means.put(each, mean(each.executables(SAMPLE), times));
      }
    }
    OptionalDouble usual =
        means.values().stream()
            .filter(OptionalDouble::isPresent)
            .mapToDouble(OptionalDouble::getAsDouble)
            .average();
    if (usual.isEmpty()) {
      return new ExpectedSchedule(0, List.of());
    }
    List<Work> works = new ArrayList<>(works(project, plan, means, usual.getAsDouble()).values());
    works.sort(Comparator.comparingDouble(Work::millis).reversed());
    return handedOut(works, workerCount);
  }

  private static Map<String, Work> works(
      Project project, Plan plan, Map<CasePlan, OptionalDouble> means, double usual) {
    Map<String, Work> works = new LinkedHashMap<>();
    for (CasePlan each : plan.cases()) {
      List<RunTarget> targets = CaseScheduler.targets(each);
      for (RunTarget target : targets) {
        boolean parallel = CaseScheduler.isParallel(project, each.entry(), target);
        double millis = means.get(each).orElse(usual);
        long count = each.count() / targets.size();
        works
            .computeIfAbsent(
                CaseScheduler.laneOf(each.entry(), target),
                name -> new Work(new ArrayList<>(), parallel))
            .pieces()
            .addAll(pieces(each.entry().suiteName(), millis, count));
      }
    }
    return works;
  }

  private static List<Piece> pieces(String suite, double millis, long count) {
    List<Piece> pieces = new ArrayList<>();
    for (long done = 0; done < count; ) {
      long size = Math.min(count - done, Math.max(1, count / MOST_PIECES));
      pieces.add(
          new Piece(suite, millis * size, count <= MOST_PIECES ? List.of(millis) : List.of()));
      done += size;
    }
    return pieces;
  }

  private static ExpectedSchedule handedOut(List<Work> works, int workerCount) {
    PriorityQueue<Worker> free =
        new PriorityQueue<>(
            Comparator.<Worker>comparingDouble(worker -> worker.until)
                .thenComparingInt(worker -> worker.number));
    List<Worker> workers = new ArrayList<>();
    for (int i = 0; i < workerCount; i++) {
      workers.add(new Worker(i));
    }
    free.addAll(workers);
    for (Work work : works) {
      if (!work.parallel()) {
        Worker worker = free.remove();
        work.pieces().forEach(worker::carryOut);
        free.add(worker);
        continue;
      }
      for (Piece piece : work.pieces()) {
        Worker worker = free.remove();
        worker.carryOut(piece);
        free.add(worker);
      }
    }
    return new ExpectedSchedule(
        workers.stream().mapToDouble(worker -> worker.until).max().orElse(0),
        workers.stream().map(worker -> List.copyOf(worker.spans)).toList());
  }
}
