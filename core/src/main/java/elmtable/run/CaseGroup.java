package elmtable.run;

import java.util.ArrayList;
import java.util.List;

/** Executable cases that others wait for together: those of one case, or of one row of it. */
final class CaseGroup {
  /** The name of the first that did not pass, or the empty text. */
  String notPassed = "";

  /** Those that run, and one for each source that has more of them. */
  private int open;

  private final List<Lane> waiting = new ArrayList<>();

  void add() {
    open++;
  }

  /** Gives the lanes that may go on, where it was the last. */
  List<Lane> end() {
    open--;
    if (open > 0) {
      return List.of();
    }
    List<Lane> freed = List.copyOf(waiting);
    waiting.clear();
    return freed;
  }

  boolean isOver() {
    return open <= 0;
  }

  void await(Lane lane) {
    waiting.add(lane);
  }
}
