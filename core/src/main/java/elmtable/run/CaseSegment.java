package elmtable.run;

import elmtable.plan.CasePlan;
import elmtable.plan.ExecutableCase;
import elmtable.plan.Expansion;
import elmtable.plan.RunTarget;
import elmtable.project.entry.CaseEntry;
import elmtable.run.request.CaseOnTarget;
import elmtable.run.request.ExpectedTimes;
import elmtable.run.request.NumberedCase;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.OptionalDouble;
import java.util.function.IntSupplier;

/**
 * The executable cases of one case in one environment and browser. They are read a page at a time,
 * so that a million rows need no more memory than a hundred.
 */
final class CaseSegment {
  private static final int PAGE = 100;

  private final CasePlan plan;
  private final RunTarget target;
  private final IntSupplier numbers;
  private final Deque<NumberedCase> waiting = new ArrayDeque<>();
  private Expansion expansion;
  private boolean exhausted;

  CaseSegment(CasePlan plan, RunTarget target, IntSupplier numbers) {
    this.plan = plan;
    this.target = target;
    this.numbers = numbers;
  }

  CaseEntry entry() {
    return plan.entry();
  }

  RunTarget target() {
    return target;
  }

  CaseOnTarget caseOnTarget() {
    return CaseOnTarget.of(entry(), target.environment(), target.browser());
  }

  /** Reads the next page and gives what is in it. */
  List<NumberedCase> read() {
    List<NumberedCase> page = new ArrayList<>();
    while (!exhausted && page.size() < PAGE) {
      if (expansion == null) {
        expansion = plan.expansion();
      }
      if (!expansion.hasNext()) {
        drop();
        break;
      }
      ExecutableCase next = expansion.next();
      if (isHere(next)) {
        page.add(new NumberedCase(numbers.getAsInt(), next));
      }
    }
    waiting.addAll(page);
    return page;
  }

  private boolean isHere(ExecutableCase executable) {
    return executable.environment().equals(target.environment())
        && executable.browser().equals(target.browser());
  }

  /** The next one, or null. */
  NumberedCase first() {
    return waiting.peek();
  }

  /** Takes the next one; the page after it is to be read where none is left. */
  NumberedCase take() {
    return waiting.poll();
  }

  /** Whether nothing of it is left. */
  boolean isEnded() {
    return exhausted && waiting.isEmpty();
  }

  boolean needsPage() {
    return !exhausted && waiting.isEmpty();
  }

  /** Reads no further page. */
  void drop() {
    exhausted = true;
    if (expansion != null) {
      expansion.close();
      expansion = null;
    }
  }

  /** How long all of it takes, going by those of its first page that ran before. */
  OptionalDouble expectedMillis(ExpectedTimes times) {
    OptionalDouble mean =
        waiting.stream()
            .map(numbered -> times.millis(numbered.executable().identity()))
            .filter(OptionalDouble::isPresent)
            .mapToDouble(OptionalDouble::getAsDouble)
            .average();
    // Counting rows that are chosen one by one would read them all.
    long count = exhausted ? waiting.size() : plan.count() / Math.max(1, targets());
    return mean.isEmpty() ? mean : OptionalDouble.of(mean.getAsDouble() * count);
  }

  private long targets() {
    return plan.variants().stream().mapToLong(variant -> variant.targets().size()).sum();
  }
}
