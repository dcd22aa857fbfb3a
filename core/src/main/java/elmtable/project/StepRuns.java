package elmtable.project;

import elmtable.language.Cell;
import elmtable.language.Document.Placed;
import elmtable.language.Mark;
import elmtable.language.Section;
import elmtable.language.Step;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * Runs of steps that stand in several cases. Windows of {@value #WINDOW} steps are compared by a
 * hash of what is written in them.
 */
final class StepRuns {
  static final int WINDOW = 4;

  /** From so many questions on it pays to put the documents' windows together. */
  private static final int MANY = 2_000;

  /** A window of steps in a case. */
  record Place(String path, Placed placed, int line) {}

  private final Collection<DocumentIndex> documents;
  private final AtomicInteger asked = new AtomicInteger();
  private volatile Map<Long, List<Place>> together;

  StepRuns(Collection<DocumentIndex> documents) {
    this.documents = documents;
  }

  /** The windows with a hash, in the order of documents and lines. */
  List<Place> places(long hash) {
    Map<Long, List<Place>> all = together;
    if (all == null && asked.incrementAndGet() > MANY) {
      all = putTogether();
    }
    if (all != null) {
      return all.getOrDefault(hash, List.of());
    }
    List<Place> places = new ArrayList<>();
    for (DocumentIndex document : documents) {
      places.addAll(document.stepRuns().getOrDefault(hash, List.of()));
    }
    return places;
  }

  private synchronized Map<Long, List<Place>> putTogether() {
    if (together == null) {
      Map<Long, List<Place>> all = new HashMap<>();
      for (DocumentIndex document : documents) {
        document
            .stepRuns()
            .forEach((hash, places) ->
                all.merge(
                    hash,
                    places,
                    (a, b) -> {
                      List<Place> both = new ArrayList<>(a);
                      both.addAll(b);
                      return both;
                    }));
      }
      together = all;
    }
    return together;
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
            .add(new Place(path, entry.placed(), line));
      }
    }
    return windows;
  }

  /** A hash for each window, by the step it begins with. */
  static List<Long> hashes(List<Step> steps) {
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
