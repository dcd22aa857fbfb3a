package elmtable.check;

import elmtable.check.Checked.CheckedDocument;
import elmtable.language.Block;
import elmtable.language.Cell;
import elmtable.language.Mark;
import elmtable.language.Section;
import elmtable.language.Step;
import elmtable.project.entry.CaseEntry;
import elmtable.text.CommonEnds;
import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;

/**
 * Runs of steps that stand in several cases, and the notices of them. Windows of {@value #WINDOW}
 * steps are compared by a hash of what is written in them. What did not change is carried from one
 * check to the next, and shared with it.
 */
final class RepeatedSteps {
  static final int WINDOW = 4;

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
  private final List<Map<Long, List<Window>>> windows;

  private final Map<String, Map<Block, Diagnostic>> notices;

  private RepeatedSteps(
      List<Map<Long, List<Window>>> windows, Map<String, Map<Block, Diagnostic>> notices) {
    this.windows = windows;
    this.notices = notices;
  }

  static RepeatedSteps none() {
    return new RepeatedSteps(Collections.nCopies(SHARDS, Map.of()), Map.of());
  }

  private static int shard(long hash) {
    return (int) (hash >>> 32) & SHARDS - 1;
  }

  private List<Window> occurrences(long hash) {
    return windows.get(shard(hash)).getOrDefault(hash, List.of());
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
    Map<String, List<CaseEntry>> casesGone = casesOf(gone);
    Map<String, List<CaseEntry>> casesCome = casesOf(come);
    leaveOutWhatIsSame(casesGone, casesCome);
    // A case that only moved has the same.
    Map<Block, List<Long>> hashesOf = new IdentityHashMap<>();
    Map<Long, List<Window>> stood = windows(casesGone.values(), hashesOf);
    Map<Long, List<Window>> stand = windows(casesCome.values(), hashesOf);
    Comparator<Window> inOrder = new PlacesOfCases(come).inOrder();
    List<Map<Long, List<Window>>> changed = new ArrayList<>(windows);
    Map<String, Set<Block>> affected = new HashMap<>();
    Set<Long> hashes = new HashSet<>(stood.keySet());
    hashes.addAll(stand.keySet());
    for (long hash : hashes) {
      List<Window> before = stood.getOrDefault(hash, List.of());
      List<Window> now = stand.getOrDefault(hash, List.of());
      int shard = shard(hash);
      if (changed.get(shard) == windows.get(shard)) {
        changed.set(shard, new HashMap<>(windows.get(shard)));
      }
      List<Window> known = occurrences(hash);
      List<Window> all = replaced(known, before, now, inOrder);
      if (all.isEmpty()) {
        changed.get(shard).remove(hash);
      } else {
        changed.get(shard).put(hash, all);
      }
      // Where the same cases have it in the same order, nothing changes for the others of them.
      if (!areToldAs(known, all)) {
        all.forEach(window -> blocks(affected, window.path()).add(window.block()));
      }
    }
    // A case that is the same has the same windows, and those that changed are affected already.
    casesCome.forEach((path, cases) -> {
      Set<Block> all = blocks(affected, path);
      Set<Block> before = blocksOf(casesGone.getOrDefault(path, List.of()));
      cases.stream()
          .map(CaseEntry::block)
          .filter(block -> !before.contains(block))
          .forEach(all::add);
    });
    return new RepeatedSteps(changed, noticed(changed, affected, casesGone, casesCome));
  }

  private static Map<String, List<CaseEntry>> casesOf(Collection<CheckedDocument> documents) {
    Map<String, List<CaseEntry>> all = new HashMap<>();
    documents.forEach(document -> all.put(document.path(), document.index().cases()));
    return all;
  }

  /** Most edits change a case or two of a document, and move those below at most. */
  private static void leaveOutWhatIsSame(
      Map<String, List<CaseEntry>> gone, Map<String, List<CaseEntry>> come) {
    come.replaceAll((path, now) -> {
      List<CaseEntry> before = gone.getOrDefault(path, List.of());
      CommonEnds ends = CommonEnds.of(before, now, RepeatedSteps::isSame);
      List<CaseEntry> own = ends.between(now);
      List<CaseEntry> others = ends.between(before);
      List<CaseEntry> kept = own.stream().filter(isOneOf(others)).toList();
      List<CaseEntry> were = others.stream().filter(isOneOf(own)).toList();
      boolean inOrder = CommonEnds.of(were, kept, RepeatedSteps::isSame).above() == kept.size();
      gone.computeIfPresent(path, (known, all) -> inOrder ? without(others, own) : others);
      return inOrder ? without(own, others) : own;
    });
  }

  private static boolean isSame(CaseEntry one, CaseEntry other) {
    return one.block() == other.block()
        && (!one.block().isScenario() || one.located().firstLine() == other.located().firstLine());
  }

  private static List<CaseEntry> without(List<CaseEntry> cases, List<CaseEntry> others) {
    return cases.stream().filter(isOneOf(others).negate()).toList();
  }

  private static Predicate<CaseEntry> isOneOf(List<CaseEntry> cases) {
    Map<Block, CaseEntry> all = new IdentityHashMap<>();
    cases.forEach(entry -> all.put(entry.block(), entry));
    return entry -> {
      CaseEntry other = all.get(entry.block());
      return other != null && isSame(entry, other);
    };
  }

  private static Set<Block> blocksOf(List<CaseEntry> cases) {
    Set<Block> all = Collections.newSetFromMap(new IdentityHashMap<>());
    cases.forEach(entry -> all.add(entry.block()));
    return all;
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

  private static Set<Block> blocks(Map<String, Set<Block>> all, String path) {
    return all.computeIfAbsent(path, p -> Collections.newSetFromMap(new IdentityHashMap<>()));
  }

  private Map<String, Map<Block, Diagnostic>> noticed(
      List<Map<Long, List<Window>>> changed,
      Map<String, Set<Block>> affected,
      Map<String, List<CaseEntry>> gone,
      Map<String, List<CaseEntry>> come) {
    RepeatedSteps now = new RepeatedSteps(changed, Map.of());
    Map<String, Map<Block, Diagnostic>> all = new HashMap<>(notices);
    all.keySet().removeAll(gone.keySet());
    affected.entrySet().parallelStream()
        .map(entry -> {
          String path = entry.getKey();
          Map<Block, Diagnostic> kept = new IdentityHashMap<>(notices(path));
          Set<Block> left = blocksOf(gone.getOrDefault(path, List.of()));
          left.removeAll(blocksOf(come.getOrDefault(path, List.of())));
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
    List<Long> hashes = hashes(steps);
    Set<Long> seen = new HashSet<>();
    for (int i = 0; i < hashes.size(); i++) {
      if (!seen.add(hashes.get(i))) {
        continue;
      }
      List<Window> occurrences = occurrences(hashes.get(i));
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
    return WINDOW + more - 1;
  }

  private boolean stands(long hash, Block in) {
    for (Window window : occurrences(hash)) {
      if (window.block() == in) {
        return true;
      }
    }
    return false;
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
  private static List<Long> hashes(List<Step> steps) {
    long[] each = steps.stream().mapToLong(RepeatedSteps::hash).toArray();
    List<Long> hashes = new ArrayList<>();
    for (int i = 0; i + WINDOW <= each.length; i++) {
      long hash = 1;
      for (int k = 0; k < WINDOW; k++) {
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
