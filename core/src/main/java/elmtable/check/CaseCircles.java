package elmtable.check;

import elmtable.block.NameList;
import elmtable.check.rules.Graphs;
import elmtable.language.Block;
import elmtable.project.DocumentIndex;
import elmtable.project.Project;
import elmtable.project.ProjectIndex;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.EarlierCase;
import elmtable.text.Diagnostic;
import elmtable.text.Names;
import elmtable.text.Problem;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Finds cases that come after themselves, however far round. Cases that only come after ones that
 * can begin are left out first, step by step, so that long chains cost no more than short ones.
 */
final class CaseCircles {
  private final ProjectIndex index;
  private final Map<String, CaseEntry> left = new LinkedHashMap<>();

  private CaseCircles(ProjectIndex index) {
    this.index = index;
  }

  /** By the block that closes the circle; lines count from it. */
  static Map<Block, List<Diagnostic>> find(Project project) {
    CaseCircles circles = new CaseCircles(project.index());
    for (DocumentIndex document : project.indexes().values()) {
      document.laterCases().forEach(entry -> circles.left.put(entry.key(), entry));
    }
    circles.leaveOutWhatCanBegin();
    return circles.left.isEmpty() ? Map.of() : circles.problems();
  }

  private void leaveOutWhatCanBegin() {
    Map<String, List<String>> later = new LinkedHashMap<>();
    Map<String, Integer> waitsFor = new LinkedHashMap<>();
    left.forEach((key, entry) -> {
      List<CaseEntry> earlier =
          earlierThan(entry).stream().filter(each -> left.containsKey(each.key())).toList();
      waitsFor.put(key, earlier.size());
      earlier.forEach(each -> later.computeIfAbsent(each.key(), k -> new ArrayList<>()).add(key));
    });
    Deque<String> canBegin = new ArrayDeque<>();
    waitsFor.forEach((key, count) -> {
      if (count == 0) {
        canBegin.add(key);
      }
    });
    while (!canBegin.isEmpty()) {
      String key = canBegin.poll();
      left.remove(key);
      for (String follower : later.getOrDefault(key, List.of())) {
        if (waitsFor.merge(follower, -1, Integer::sum) == 0) {
          canBegin.add(follower);
        }
      }
    }
  }

  private List<CaseEntry> earlierThan(CaseEntry entry) {
    return entry.after().names().stream()
        .flatMap(name -> index.earlier(name, entry).stream())
        .map(EarlierCase::entry)
        .toList();
  }

  private Map<Block, List<Diagnostic>> problems() {
    Graphs<CaseEntry> graph =
        new Graphs<>(
            CaseEntry::key,
            Comparator.comparing(CaseEntry::path).thenComparing(each -> Names.key(each.name())),
            this::earlierThan);
    Map<Block, List<Diagnostic>> found = new IdentityHashMap<>();
    for (CaseEntry entry : left.values()) {
      for (NameList.Place place : entry.after().places()) {
        index
            .earlier(place.name(), entry)
            .flatMap(earlier -> graph.closedBy(entry, earlier.entry()))
            .ifPresent(circle ->
                found
                    .computeIfAbsent(entry.block(), block -> new ArrayList<>())
                    .add(
                        new Diagnostic(
                            Problem.AFTER_CIRCLE,
                            place.range(),
                            "A case may not come after itself, or none of these can begin: "
                                + Graphs.inWords(circle, CaseEntry::name)
                                + ".")));
      }
    }
    return found;
  }
}
