package elmtable.project;

import elmtable.language.Block;
import elmtable.language.Cell;
import elmtable.language.Mark;
import elmtable.language.Section;
import elmtable.language.Step;
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
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/**
 * Runs of steps that stand in several cases, and the notices of them. Windows of {@value #WINDOW}
 * steps are compared by a hash of what is written in them. What did not change is carried from one
 * check to the next.
 */
final class StepRuns {
  static final int WINDOW = 4;

  /** A window of steps in a case; {@code line} counts in the document. */
  record Place(String path, Block block, int line) {}

  private static final Comparator<Place> IN_ORDER =
      Comparator.comparing(Place::path).thenComparingInt(Place::line);

  private final Map<Long, List<Place>> windows;
  private final Map<Block, Diagnostic> notices;

  private StepRuns(Map<Long, List<Place>> windows, Map<Block, Diagnostic> notices) {
    this.windows = windows;
    this.notices = notices;
  }

  static StepRuns none() {
    return new StepRuns(Map.of(), Map.of());
  }

  /**
   * The runs after some documents changed.
   *
   * @param gone documents that are no more, as they were
   * @param come documents that are new, as they are
   */
  StepRuns with(Collection<DocumentIndex> gone, Collection<DocumentIndex> come) {
    if (gone.isEmpty() && come.isEmpty()) {
      return this;
    }
    Map<Long, List<Place>> changed = new HashMap<>(windows);
    Map<Long, List<String>> stood = new HashMap<>();
    Map<Long, List<String>> stand = new HashMap<>();
    Map<Block, Diagnostic> kept = new IdentityHashMap<>(notices);
    for (DocumentIndex document : gone) {
      cases(document).forEach(entry -> kept.remove(entry.block()));
      document
          .stepRuns()
          .forEach((hash, places) -> {
            stood.computeIfAbsent(hash, h -> new ArrayList<>(1)).addAll(shown(places));
            changed.computeIfPresent(hash, (h, all) -> without(all, places));
          });
    }
    for (DocumentIndex document : come) {
      document
          .stepRuns()
          .forEach((hash, places) -> {
            stand.computeIfAbsent(hash, h -> new ArrayList<>(1)).addAll(shown(places));
            changed.merge(hash, places, StepRuns::joined);
          });
    }
    Set<Block> affected = Collections.newSetFromMap(new IdentityHashMap<>());
    come.forEach(document -> cases(document).forEach(entry -> affected.add(entry.block())));
    // Where a window stands as before, nothing changes for the other cases that have it.
    Set<Long> all = new HashSet<>(stood.keySet());
    all.addAll(stand.keySet());
    all.removeIf(hash -> Objects.equals(stood.get(hash), stand.get(hash)));
    for (long hash : all) {
      changed.getOrDefault(hash, List.of()).forEach(place -> affected.add(place.block()));
    }
    StepRuns runs = new StepRuns(changed, kept);
    for (Block block : affected) {
      kept.remove(block);
      runs.noticeOf(block).ifPresent(notice -> kept.put(block, notice));
    }
    return runs;
  }

  /** What a notice says of places. */
  private static List<String> shown(List<Place> places) {
    return places.stream().map(place -> place.path() + ":" + place.line()).toList();
  }

  private static List<CaseEntry> cases(DocumentIndex document) {
    return document.suite.map(SuiteEntry::cases).orElse(List.of());
  }

  private static List<Place> without(List<Place> all, List<Place> some) {
    List<Place> left = new ArrayList<>(all);
    String path = some.get(0).path();
    left.removeIf(place -> place.path().equals(path));
    return left.isEmpty() ? null : left;
  }

  private static List<Place> joined(List<Place> all, List<Place> more) {
    List<Place> both = new ArrayList<>(all);
    both.addAll(more);
    both.sort(IN_ORDER);
    return both;
  }

  /** The notice of a case's first run that another one has too; lines count from its block. */
  Optional<Diagnostic> notice(Block block) {
    return Optional.ofNullable(notices.get(block));
  }

  private Optional<Diagnostic> noticeOf(Block block) {
    List<Step> steps = block.steps(Section.STEPS);
    List<Long> hashes = hashes(steps);
    for (int i = 0; i < hashes.size(); i++) {
      Set<Block> others = Collections.newSetFromMap(new IdentityHashMap<>());
      Place first = null;
      for (Place place : windows.getOrDefault(hashes.get(i), List.of())) {
        if (place.block() != block) {
          first = first == null ? place : first;
          others.add(place.block());
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

  private static String message(int length, int cases, Place first) {
    return "These "
        + length
        + " steps stand in "
        + (cases == 1 ? "another case" : cases + " other cases")
        + " as well ("
        + first.path()
        + ", line "
        + (first.line() + 1)
        + "); a keyword of its own would say what they are for.";
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
    return windows.getOrDefault(hash, List.of()).stream().anyMatch(place -> place.block() == in);
  }

  /** The windows of a document's cases. */
  static Map<Long, List<Place>> of(String path, List<CaseEntry> cases) {
    Map<Long, List<Place>> windows = new HashMap<>();
    for (CaseEntry entry : cases) {
      List<Step> steps = entry.block().steps(Section.STEPS);
      List<Long> hashes = hashes(steps);
      for (int i = 0; i < hashes.size(); i++) {
        int line = entry.placed().firstLine() + steps.get(i).range().line();
        windows
            .computeIfAbsent(hashes.get(i), h -> new ArrayList<>(1))
            .add(new Place(path, entry.block(), line));
      }
    }
    return windows;
  }

  /** A hash for each window, by the step it begins with. */
  private static List<Long> hashes(List<Step> steps) {
    long[] each = steps.stream().mapToLong(StepRuns::hash).toArray();
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
