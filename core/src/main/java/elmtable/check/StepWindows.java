package elmtable.check;

import elmtable.language.Block;
import elmtable.language.Cell;
import elmtable.language.Mark;
import elmtable.language.Section;
import elmtable.language.Step;
import elmtable.project.entry.CaseEntry;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;

/**
 * Where the same steps stand: each window of {@value #SIZE} steps of each case, by a hash of what
 * is written in them. What did not change is shared with the windows of before.
 */
final class StepWindows {
  static final int SIZE = 4;

  /**
   * Windows are kept in so many maps, so that a change copies only a few of them, and little of
   * what did not change.
   */
  private static final int SHARDS = 1 << 14;

  /**
   * A window of steps in a case; {@code line} counts from the case's block, so that a line that is
   * inserted moves none of those below it, but in the document for a scenario, which may have steps
   * in common with others.
   */
  record Window(String path, Block block, int line) {
    static Window of(CaseEntry entry, Step step) {
      Block block = entry.block();
      int first = block.isScenario() ? entry.located().firstLine() : 0;
      return new Window(entry.path(), block, first + step.range().line());
    }

    boolean isAt(Window other) {
      return line == other.line && path.equals(other.path);
    }

    /** Whether a notice says the same of both; it names no line, which any edit above moves. */
    boolean isToldAs(Window other) {
      return path.equals(other.path) && block.name().equals(other.block.name());
    }
  }

  /** Where each window stands, in order. */
  private final List<Map<Long, List<Window>>> shards;

  private StepWindows(List<Map<Long, List<Window>>> shards) {
    this.shards = shards;
  }

  static StepWindows none() {
    return new StepWindows(Collections.nCopies(SHARDS, Map.of()));
  }

  /** Where the steps of a hash stand, in order. */
  List<Window> of(long hash) {
    return shards.get(shard(hash)).getOrDefault(hash, List.of());
  }

  private static int shard(long hash) {
    return (int) (hash >>> 32) & SHARDS - 1;
  }

  /**
   * The windows after some cases went and others came.
   *
   * @param toldOtherwise takes the windows of each hash of which a notice says something else now
   */
  StepWindows with(
      ChangedCases cases, Comparator<Window> inOrder, Consumer<List<Window>> toldOtherwise) {
    // A case that only moved has the same.
    Map<Block, List<Long>> hashesOf = new IdentityHashMap<>();
    Map<Long, List<Window>> stood = windows(cases.gone().values(), hashesOf);
    Map<Long, List<Window>> stand = windows(cases.come().values(), hashesOf);
    List<Map<Long, List<Window>>> changed = new ArrayList<>(shards);
    Set<Long> hashes = new HashSet<>(stood.keySet());
    hashes.addAll(stand.keySet());
    for (long hash : hashes) {
      List<Window> before = stood.getOrDefault(hash, List.of());
      List<Window> now = stand.getOrDefault(hash, List.of());
      int shard = shard(hash);
      if (changed.get(shard) == shards.get(shard)) {
        changed.set(shard, new HashMap<>(shards.get(shard)));
      }
      List<Window> known = of(hash);
      List<Window> all = replaced(known, before, now, inOrder);
      if (all.isEmpty()) {
        changed.get(shard).remove(hash);
      } else {
        changed.get(shard).put(hash, all);
      }
      // Where the same cases have it in the same order, nothing changes for the others of them.
      if (!areToldAs(known, all)) {
        toldOtherwise.accept(all);
      }
    }
    return new StepWindows(changed);
  }

  private static boolean areToldAs(List<Window> before, List<Window> now) {
    if (before.size() != now.size()) {
      return false;
    }
    for (int i = 0; i < now.size(); i++) {
      if (!before.get(i).isToldAs(now.get(i))
          || isOfOneBefore(before, i) != isOfOneBefore(now, i)) {
        return false;
      }
    }
    return true;
  }

  /** Whether a case stands there once more, and not another one of its name. */
  private static boolean isOfOneBefore(List<Window> windows, int index) {
    return index > 0 && windows.get(index).block() == windows.get(index - 1).block();
  }

  private static List<Window> replaced(
      List<Window> all, List<Window> before, List<Window> now, Comparator<Window> inOrder) {
    Map<Block, Set<Integer>> gone = new IdentityHashMap<>();
    for (Window window : before) {
      gone.computeIfAbsent(window.block(), block -> new HashSet<>()).add(window.line());
    }
    List<Window> left = new ArrayList<>(all.size() + now.size());
    for (Window window : all) {
      if (!gone.getOrDefault(window.block(), Set.of()).contains(window.line())) {
        left.add(window);
      }
    }
    return merged(left, now.stream().sorted(inOrder).toList(), inOrder);
  }

  /** Those that are left are in order, and of their documents only the places of some are known. */
  private static List<Window> merged(
      List<Window> left, List<Window> come, Comparator<Window> inOrder) {
    List<Window> all = new ArrayList<>(left.size() + come.size());
    int next = 0;
    for (Window window : come) {
      while (next < left.size() && inOrder.compare(left.get(next), window) < 0) {
        all.add(left.get(next++));
      }
      all.add(window);
    }
    all.addAll(left.subList(next, left.size()));
    return all;
  }

  /** Where the windows of some cases stand, by hash. */
  private static Map<Long, List<Window>> windows(
      Collection<List<CaseEntry>> cases, Map<Block, List<Long>> hashesOf) {
    Map<Long, List<Window>> windows = new HashMap<>();
    for (CaseEntry entry : cases.stream().flatMap(List::stream).toList()) {
      List<Step> steps = entry.block().activeSteps(Section.STEPS);
      List<Long> hashes = hashesOf.computeIfAbsent(entry.block(), block -> hashes(steps));
      for (int i = 0; i < hashes.size(); i++) {
        windows
            .computeIfAbsent(hashes.get(i), h -> new ArrayList<>(1))
            .add(Window.of(entry, steps.get(i)));
      }
    }
    return windows;
  }

  /** A hash for each window, by the step it begins with. */
  static List<Long> hashes(List<Step> steps) {
    long[] each = steps.stream().mapToLong(StepWindows::hash).toArray();
    List<Long> hashes = new ArrayList<>();
    for (int i = 0; i + SIZE <= each.length; i++) {
      long hash = 1;
      for (int k = 0; k < SIZE; k++) {
        hash = hash * 0x9E3779B97F4A7C15L + each[i + k];
      }
      hashes.add(hash);
    }
    return hashes;
  }

  private static long hash(Step step) {
    long hash = hash(step.first(), 7);
    for (Cell cell : step.arguments()) {
      hash = hash(cell, hash);
    }
    for (Mark mark : step.marks()) {
      hash = hash(mark.cell(), hash);
    }
    return hash;
  }

  private static long hash(Cell cell, long before) {
    return (before * 1_000_003 + cell.source().hashCode()) * 0xff51afd7ed558ccdL;
  }
}
