package elmtable.check;

import elmtable.check.Checked.CheckedDocument;
import elmtable.check.StepWindows.Window;
import elmtable.language.Block;
import elmtable.language.Section;
import elmtable.language.Step;
import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Notices of runs of steps that stand in several cases. What did not change is carried from one
 * check to the next, and shared with it.
 */
final class RepeatedSteps {
  private final StepWindows windows;
  private final Map<String, Map<Block, Diagnostic>> notices;

  private RepeatedSteps(StepWindows windows, Map<String, Map<Block, Diagnostic>> notices) {
    this.windows = windows;
    this.notices = notices;
  }

  static RepeatedSteps none() {
    return new RepeatedSteps(StepWindows.none(), Map.of());
  }

  /**
   * What stands in several cases after some documents changed.
   *
   * @param gone documents that are no more, as they were
   * @param come documents that are new, as they are
   */
  RepeatedSteps with(Collection<CheckedDocument> gone, Collection<CheckedDocument> come) {
    if (gone.isEmpty() && come.isEmpty()) {
      return this;
    }
    ChangedCases cases = ChangedCases.of(gone, come);
    Map<String, Set<Block>> affected = new HashMap<>();
    StepWindows changed =
        windows.with(
            cases,
            new PlacesOfCases(come).inOrder(),
            all -> all.forEach(window -> blocks(affected, window.path()).add(window.block())));
    // A case that is the same has the same windows, and those that changed are affected already.
    for (String path : cases.come().keySet()) {
      Set<Block> own = cases.comeTo(path);
      own.removeAll(cases.goneFrom(path));
      blocks(affected, path).addAll(own);
    }
    return new RepeatedSteps(changed, noticed(changed, affected, cases));
  }

  private static Set<Block> blocks(Map<String, Set<Block>> all, String path) {
    return all.computeIfAbsent(path, p -> Collections.newSetFromMap(new IdentityHashMap<>()));
  }

  private Map<String, Map<Block, Diagnostic>> noticed(
      StepWindows changed, Map<String, Set<Block>> affected, ChangedCases cases) {
    RepeatedSteps now = new RepeatedSteps(changed, Map.of());
    Map<String, Map<Block, Diagnostic>> all = new HashMap<>(notices);
    all.keySet().removeAll(cases.gone().keySet());
    affected.entrySet().parallelStream()
        .map(entry -> {
          String path = entry.getKey();
          Map<Block, Diagnostic> kept = new IdentityHashMap<>(notices(path));
          Set<Block> left = cases.goneFrom(path);
          left.removeAll(cases.comeTo(path));
          kept.keySet().removeAll(left);
          return Map.entry(path, now.noticesOf(entry.getValue(), kept));
        })
        .toList()
        .forEach(
            entry -> all.put(entry.getKey(), sameAs(notices(entry.getKey()), entry.getValue())));
    return all;
  }

  private Map<Block, Diagnostic> noticesOf(Set<Block> blocks, Map<Block, Diagnostic> kept) {
    for (Block block : blocks) {
      kept.remove(block);
      noticeOf(block).ifPresent(notice -> kept.put(block, notice));
    }
    return kept;
  }

  /** The notices of before where those of now say the same. */
  private static Map<Block, Diagnostic> sameAs(
      Map<Block, Diagnostic> before, Map<Block, Diagnostic> now) {
    boolean same =
        before.size() == now.size()
            && now.entrySet().stream()
                .allMatch(entry -> entry.getValue().equals(before.get(entry.getKey())));
    return same ? before : now;
  }

  /**
   * For a document's cases, the notice of the first run that another case has too; lines count from
   * the case's block. The same map as before where nothing changed.
   */
  Map<Block, Diagnostic> notices(String path) {
    return notices.getOrDefault(path, Map.of());
  }

  private Optional<Diagnostic> noticeOf(Block block) {
    List<Step> steps = block.activeSteps(Section.STEPS);
    List<Long> hashes = StepWindows.hashes(steps);
    Set<Long> seen = new HashSet<>();
    for (int i = 0; i < hashes.size(); i++) {
      if (!seen.add(hashes.get(i))) {
        continue;
      }
      List<Window> occurrences = windows.of(hashes.get(i));
      Window first = null;
      Set<Block> others = Collections.newSetFromMap(new IdentityHashMap<>());
      for (Window window : occurrences) {
        boolean other = window.block() != block;
        // Only the cases of one scenario have their steps in common.
        if (other && !(block.isScenario() && isOf(block, window, occurrences))) {
          first = first == null ? window : first;
          others.add(window.block());
        }
      }
      if (first != null) {
        String message = message(length(hashes, i, first.block()), others.size(), first);
        return Optional.of(
            new Diagnostic(Problem.REPEATED_STEPS, steps.get(i).first().range(), message));
      }
    }
    return Optional.empty();
  }

  /** Whether a window of another case is made of the same steps, as those of one scenario are. */
  private static boolean isOf(Block block, Window other, List<Window> occurrences) {
    for (Window window : occurrences) {
      if (window.block() == block && window.isAt(other)) {
        return true;
      }
    }
    return false;
  }

  private static String message(int length, int cases, Window first) {
    String where = "“" + first.block().name() + "” (" + first.path() + ")";
    return "These "
        + length
        + " steps stand in "
        + (cases == 1 ? where + " as well" : cases + " other cases as well, first in " + where)
        + "; a keyword of its own would say what they are for.";
  }

  /** How many steps both have from there on. */
  private int length(List<Long> hashes, int from, Block other) {
    int more = 1;
    while (from + more < hashes.size() && stands(hashes.get(from + more), other)) {
      more++;
    }
    return StepWindows.SIZE + more - 1;
  }

  private boolean stands(long hash, Block in) {
    for (Window window : windows.of(hash)) {
      if (window.block() == in) {
        return true;
      }
    }
    return false;
  }
}
