package elmtable.run;

import java.util.ArrayDeque;
import java.util.Deque;

/** Cases that run one after another; those of a parallel lane side by side, as their turn comes. */
final class Lane {
  /** Whether it can be taken from, waits for another case, is being run, or has nothing left. */
  enum State {
    READY,
    WAITING,
    TAKEN,
    ENDED
  }

  final Deque<CaseSegment> segments = new ArrayDeque<>();
  final int order;
  final boolean parallel;
  State state = State.READY;

  /** What is waited for; null where nothing is. */
  CaseGroup waitsFor;

  /** How long all of it takes, in milliseconds; 0 where that is not known. */
  double expected;

  Lane(int order, boolean parallel) {
    this.order = order;
    this.parallel = parallel;
  }

  /** The segment that is next, or null. */
  CaseSegment first() {
    while (!segments.isEmpty() && segments.peek().isEnded()) {
      segments.poll();
    }
    return segments.peek();
  }
}
