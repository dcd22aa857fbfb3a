package elmtable.refactoring;

import elmtable.binding.LocatedStep;
import elmtable.check.CheckedProject;
import elmtable.language.Block;
import elmtable.language.Document.LocatedBlock;
import elmtable.language.Section;
import elmtable.language.Step;
import elmtable.project.Project;
import elmtable.project.SourceDocument;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Finds runs of steps that stand in several places and could be one keyword: the same keywords one
 * after another, with any arguments. Windows of each length are compared by a hash of the keywords;
 * what is left is looked at as the extraction itself would do it.
 */
public final class Repeats {
  private static final int SHORTEST = 2;
  private static final int LONGEST = 12;

  /** More than a person reads. */
  private static final int MOST = 30;

  /** Of those that look alike, so many are looked at as the extraction would. */
  private static final int MOST_LOOKED_AT = 400;

  private static final Comparator<Repeat> BEST_FIRST =
      Comparator.comparingInt(Repeat::saved).thenComparingInt(Repeat::count).reversed();

  /**
   * A run of steps.
   *
   * @param count how many steps it has
   * @param places where it stands, in the order of documents
   */
  public record Repeat(int count, List<Extraction.Place> places) {
    public Repeat {
      places = List.copyOf(places);
    }

    /** How many steps fewer the project has once a keyword stands for them. */
    public int saved() {
      return count * places.size() - places.size() - count;
    }
  }

  private final CheckedProject checked;
  private final Project project;
  private final Map<Integer, Map<Long, List<Extraction.Place>>> windows = new HashMap<>();

  private Repeats(CheckedProject checked) {
    this.checked = checked;
    this.project = checked.project();
  }

  /** Those that save the most steps first. */
  public static List<Repeat> of(CheckedProject checked) {
    return new Repeats(checked).all();
  }

  private List<Repeat> all() {
    for (SourceDocument document : project.documents().values()) {
      if (!document.isFeature()) {
        document.document().blocks().forEach(located -> windows(document.path(), located));
      }
    }
    List<Repeat> candidates = new ArrayList<>();
    windows.forEach((count, byHash) -> {
      for (List<Extraction.Place> places : byHash.values()) {
        if (places.size() > 1) {
          candidates.add(new Repeat(count, places));
        }
      }
    });
    List<Repeat> repeats =
        candidates.stream()
            .sorted(Comparator.comparingInt(Repeat::saved).reversed())
            .limit(MOST_LOOKED_AT)
            .map(this::asExtracted)
            .filter(repeat -> repeat.places().size() > 1 && repeat.saved() > 0)
            .sorted(BEST_FIRST)
            .toList();
    return chosen(repeats);
  }

  /** Only the places that the extraction would take together. */
  private Repeat asExtracted(Repeat candidate) {
    Extraction.Place first = candidate.places().get(0);
    return new Repeat(
        candidate.count(),
        new ExtractKeyword(checked, first.document(), first.line(), candidate.count(), "", Set.of())
            .placesAmong(candidate.places()));
  }

  /** A run within another one that is better says nothing new. */
  private List<Repeat> chosen(List<Repeat> repeats) {
    List<Repeat> chosen = new ArrayList<>();
    Set<Extraction.Place> taken = new HashSet<>();
    for (Repeat repeat : repeats) {
      if (chosen.size() < MOST && !taken.contains(repeat.places().get(0))) {
        chosen.add(repeat);
        repeat.places().forEach(place -> taken.addAll(lines(place, repeat.count())));
      }
    }
    return chosen;
  }

  /** The lines of all its steps. */
  private List<Extraction.Place> lines(Extraction.Place place, int count) {
    LocatedStep first = LocatedStep.find(project, place.document(), place.line()).orElseThrow();
    List<Extraction.Place> lines = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      lines.add(new Extraction.Place(place.document(), first.line(first.index() + i)));
    }
    return lines;
  }

  private void windows(String path, LocatedBlock located) {
    Block block = located.block();
    for (Section section : Uses.STEPS) {
      List<Step> steps = block.steps(section);
      long[] each = steps.stream().mapToLong(this::hash).toArray();
      for (int from = 0; from < each.length; from++) {
        long hash = each[from];
        for (int to = from + 1; to < Math.min(each.length, from + LONGEST); to++) {
          hash = hash * 0x9E3779B97F4A7C15L + each[to];
          int count = to - from + 1;
          if (count >= SHORTEST) {
            int line = located.firstLine() + steps.get(from).range().line();
            windows
                .computeIfAbsent(count, c -> new HashMap<>())
                .computeIfAbsent(hash, h -> new ArrayList<>(1))
                .add(new Extraction.Place(path, line));
          }
        }
      }
    }
  }

  private long hash(Step step) {
    List<String> parts = new ArrayList<>();
    parts.add(
        project
            .index()
            .called(step)
            .map(keyword -> keyword.signature().name())
            .orElseGet(() -> step.first().name()));
    parts.add(String.valueOf(step.arguments().size()));
    step.marks().forEach(mark -> parts.add("mark " + mark.cell().source()));
    long hash = 7;
    for (String part : parts) {
      hash = (hash * 1_000_003 + part.hashCode()) * 0xff51afd7ed558ccdL;
    }
    return hash;
  }
}
