package elmtable.project;

import elmtable.language.Block;
import elmtable.language.Document.LocatedBlock;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.DataEntry;
import elmtable.project.entry.KeywordEntry;
import elmtable.project.entry.NamedBlock;
import elmtable.project.entry.PageEntry;
import elmtable.project.entry.SuiteEntry;
import elmtable.text.CommonEnds;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/** What a document has, or some of it. */
record Entries(
    List<LocatedBlock> blocks,
    List<KeywordEntry.Composed> keywords,
    List<PageEntry> pages,
    List<DataEntry> dataSets,
    List<NamedBlock> named,
    Optional<SuiteEntry> suite,
    List<CaseEntry> cases) {
  static final Entries NONE =
      new Entries(
          List.of(), List.of(), List.of(), List.of(), List.of(), Optional.empty(), List.of());

  static Entries of(DocumentIndex index) {
    return new Entries(
        index.document().document().blocks(),
        index.keywords(),
        index.pages(),
        index.dataSets(),
        index.named(),
        index.suite(),
        index.cases());
  }

  /**
   * What is between the first and the last entries that differ, as after an edit nearly all are as
   * they were. What follows from it is the same as from all where it is the same in both.
   */
  Entries otherThanIn(Entries other) {
    return new Entries(
        between(blocks, other.blocks, LocatedBlock::block),
        between(keywords, other.keywords, entry -> entry.located().block()),
        between(pages, other.pages, entry -> entry.located().block()),
        between(dataSets, other.dataSets, entry -> entry.located().block()),
        between(named, other.named, NamedBlock::block),
        suite,
        hasSuiteOf(other) ? between(cases, other.cases, CaseEntry::block) : cases);
  }

  /** What a case is called follows from its suite as well. */
  private boolean hasSuiteOf(Entries other) {
    return suite.map(SuiteEntry::name).equals(other.suite.map(SuiteEntry::name))
        && headOf(suite) == headOf(other.suite);
  }

  private static Block headOf(Optional<SuiteEntry> suite) {
    return suite.flatMap(SuiteEntry::block).orElse(null);
  }

  private static <T> List<T> between(List<T> own, List<T> other, Function<T, Block> block) {
    return CommonEnds.of(own, other, (one, two) -> block.apply(one) == block.apply(two))
        .between(own);
  }
}
