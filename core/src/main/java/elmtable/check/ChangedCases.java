package elmtable.check;

import elmtable.check.Checked.CheckedDocument;
import elmtable.language.Block;
import elmtable.project.entry.CaseEntry;
import elmtable.text.CommonEnds;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;

/**
 * The cases that an edit took away and brought, by document, without those that are the same.
 *
 * @param gone has an entry for each document that is no more, perhaps without cases
 */
record ChangedCases(Map<String, List<CaseEntry>> gone, Map<String, List<CaseEntry>> come) {
  /**
   * @param gone documents that are no more, as they were
   * @param come documents that are new, as they are
   */
  static ChangedCases of(Collection<CheckedDocument> gone, Collection<CheckedDocument> come) {
    ChangedCases changed = new ChangedCases(casesOf(gone), casesOf(come));
    leaveOutWhatIsSame(changed.gone, changed.come);
    return changed;
  }

  Set<Block> goneFrom(String path) {
    return blocksOf(gone.getOrDefault(path, List.of()));
  }

  Set<Block> comeTo(String path) {
    return blocksOf(come.getOrDefault(path, List.of()));
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
      CommonEnds ends = CommonEnds.of(before, now, ChangedCases::isSame);
      List<CaseEntry> own = ends.between(now);
      List<CaseEntry> others = ends.between(before);
      List<CaseEntry> kept = own.stream().filter(isOneOf(others)).toList();
      List<CaseEntry> were = others.stream().filter(isOneOf(own)).toList();
      boolean inOrder = CommonEnds.of(were, kept, ChangedCases::isSame).above() == kept.size();
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
}
