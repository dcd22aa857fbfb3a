package elmtable.binding;

import elmtable.block.CaseBlock;
import elmtable.block.FixtureBlock;
import elmtable.block.KeywordBlock;
import elmtable.block.NameList;
import elmtable.block.SuiteBlock;
import elmtable.keyword.Signature;
import elmtable.language.Block;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.KeywordEntry;
import java.util.List;
import java.util.Optional;

/**
 * Where a step stands.
 *
 * @param pages the pages in force
 * @param enclosing the keyword whose step it is, or nothing in a case
 */
public record BindingContext(List<String> pages, Optional<Signature> enclosing) {
  public BindingContext {
    pages = List.copyOf(pages);
  }

  public static BindingContext of(CaseEntry entry) {
    return new BindingContext(entry.pages(), Optional.empty());
  }

  /** That of a suite's or fixture's steps, or of a block that has no pages. */
  public static BindingContext of(Block block) {
    NameList pages =
        switch (block.kind()) {
          case SUITE -> new SuiteBlock(block).pages();
          case CASE -> new CaseBlock(block).pages();
          case KEYWORD -> new KeywordBlock(block).pages();
          case FIXTURE -> new FixtureBlock(block).pages();
          default -> NameList.NONE;
        };
    return new BindingContext(pages.names(), Optional.empty());
  }

  public static BindingContext of(KeywordEntry.Composed keyword) {
    return new BindingContext(keyword.own().pages().names(), Optional.of(keyword.signature()));
  }
}
