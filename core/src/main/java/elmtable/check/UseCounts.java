package elmtable.check;

import elmtable.check.rules.step.ColumnChecks;
import elmtable.language.BlockKind;
import elmtable.language.Cell;
import elmtable.language.Document.LocatedBlock;
import elmtable.project.DocumentIndex;
import elmtable.project.Symbol;
import elmtable.project.Symbol.Space;
import elmtable.project.entry.DataEntry;
import elmtable.project.entry.ElementEntry;
import elmtable.project.entry.KeywordEntry;
import elmtable.project.entry.NamedBlock;
import elmtable.project.entry.PageEntry;
import elmtable.text.Diagnostic;
import elmtable.text.Names;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * How many documents use each thing, and what nobody uses. The counts are carried from one check to
 * the next.
 */
final class UseCounts {
  private final Map<Symbol, Integer> uses;

  /** Another one whenever something came to be used that was not, or the other way round. */
  private final Object state;

  private UseCounts(Map<Symbol, Integer> uses, Object state) {
    this.uses = uses;
    this.state = state;
  }

  /** Whether the same things are used as in another one that one of the two was made from. */
  boolean isLike(UseCounts other) {
    return state == other.state;
  }

  static UseCounts none() {
    return new UseCounts(Map.of(), new Object());
  }

  /**
   * The counts after some documents were checked anew.
   *
   * @param gone what documents used that are no more, or were changed
   * @param come what documents use that are new, or were changed
   */
  UseCounts with(List<Set<Symbol>> gone, List<Set<Symbol>> come) {
    Map<Symbol, Integer> sums = new HashMap<>();
    gone.forEach(used -> used.forEach(symbol -> sums.merge(symbol, -1, UseCounts::sum)));
    come.forEach(used -> used.forEach(symbol -> sums.merge(symbol, 1, UseCounts::sum)));
    if (sums.isEmpty()) {
      return this;
    }
    Map<Symbol, Integer> changed = new HashMap<>(uses);
    sums.forEach((symbol, sum) -> changed.merge(symbol, sum, UseCounts::sum));
    boolean like =
        sums.keySet().stream()
            .allMatch(symbol -> uses.containsKey(symbol) == changed.containsKey(symbol));
    return new UseCounts(changed, like ? state : new Object());
  }

  /** Nothing where it comes to none, so that the symbol is forgotten. */
  private static Integer sum(Integer a, Integer b) {
    return a + b == 0 ? null : Integer.valueOf(a + b);
  }

  private boolean isUsed(Space space, String name) {
    return uses.containsKey(new Symbol(space, Names.key(name)));
  }

  /** What of a document nobody uses, with absolute lines. */
  List<Diagnostic> of(DocumentIndex document) {
    List<Diagnostic> unused = new ArrayList<>();
    for (KeywordEntry.Composed keyword : document.keywords()) {
      if (!keyword.isDraft() && !isUsed(Space.KEYWORD, keyword.signature().name())) {
        unused.add(header(Problem.UNUSED_KEYWORD, keyword.located(), "No step calls"));
      }
    }
    for (DataEntry set : document.dataSets()) {
      if (!isUsed(Space.DATA_SET, set.name())) {
        unused.add(header(Problem.UNUSED_DATA_SET, set.located(), "Nothing uses"));
      } else {
        columns(set, unused);
      }
    }
    for (NamedBlock block : document.named()) {
      if (block.block().kind() == BlockKind.FIXTURE && !isUsed(Space.FIXTURE, block.name())) {
        unused.add(header(Problem.UNUSED_FIXTURE, block.located(), "Nothing needs"));
      }
    }
    if (!uses.containsKey(Symbol.anyElement())) {
      document.pages().forEach(page -> elements(page, unused));
    }
    return unused;
  }

  private void columns(DataEntry set, List<Diagnostic> unused) {
    String key = Names.key(set.name());
    if (uses.containsKey(Symbol.column(key, Symbol.ALL))) {
      return;
    }
    for (Cell column : ColumnChecks.typed(set)) {
      if (!uses.containsKey(Symbol.column(key, Names.key(column.name())))
          && !ColumnChecks.usesItself(set, column)) {
        unused.add(
            new Diagnostic(
                Problem.UNUSED_COLUMN,
                column.range().shiftedBy(set.located().firstLine()),
                "No case that runs with this data set uses the column “" + column.name() + "”."));
      }
    }
  }

  private void elements(PageEntry page, List<Diagnostic> unused) {
    for (ElementEntry element : page.elements()) {
      if (!uses.containsKey(new Symbol(Space.ELEMENT, element.key()))) {
        Range range = element.row().cells().get(0).range().shiftedBy(page.located().firstLine());
        unused.add(
            new Diagnostic(
                Problem.UNUSED_ELEMENT, range, "No step uses “" + element.name() + "”."));
      }
    }
  }

  private static Diagnostic header(Problem problem, LocatedBlock located, String nobody) {
    return new Diagnostic(
        problem,
        located.block().nameRange().shiftedBy(located.firstLine()),
        nobody + " “" + located.block().name() + "”.");
  }
}
