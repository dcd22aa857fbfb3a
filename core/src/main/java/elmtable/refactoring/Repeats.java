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

  /** More than a person reads; each costs a look through the project. */
  private static final int MOST = 30;

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
    List<Candidate> candidates = new ArrayList<>();
    windows.forEach((count, byHash) -> {
      for (List<Extraction.Place> places : byHash.values()) {
        if (places.size() > 1) {
          candidates.add(new Candidate(count, places));
        }
      }
    });
    candidates.sort(Comparator.comparingInt(Candidate::saved).reversed());
    return chosen(candidates);
  }

  private record Candidate(int count, List<Extraction.Place> places) {
    int saved() {
      return count * places.size() - places.size() - count;
    }
  }

  /** A run within another one that stands in as many places says nothing new. */
  private List<Repeat> chosen(List<Candidate> candidates) {
    List<Repeat> repeats = new ArrayList<>();
    Set<Extraction.Place> taken = new HashSet<>();
    for (Candidate candidate : candidates) {
      if (repeats.size() == MOST || candidate.saved() < 1) {
        break;
      }
      Extraction.Place first = candidate.places().get(0);
      if (taken.contains(first)) {
        continue;
      }
      List<Extraction.Place> places =
          new ExtractKeyword(
                  checked, first.document(), first.line(), candidate.count(), "", Set.of())
              .places();
      Repeat repeat = new Repeat(candidate.count(), places);
      if (places.size() > 1 && repeat.saved() > 0) {
        repeats.add(repeat);
        places.forEach(place -> taken.addAll(lines(place, candidate.count())));
      }
    }
    repeats.sort(Comparator.comparingInt(Repeat::saved).reversed());
    return repeats;
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
