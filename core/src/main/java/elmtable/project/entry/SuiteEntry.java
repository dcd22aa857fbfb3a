package elmtable.project.entry;

import elmtable.language.Block;
import elmtable.language.Document.LocatedBlock;
import java.util.List;
import java.util.Optional;

/**
 * A suite with its cases in the order written; without a block where a document has cases and no
 * suite.
 */
public record SuiteEntry(
    String path, String name, Optional<LocatedBlock> located, List<CaseEntry> cases) {
  public SuiteEntry {
    cases = List.copyOf(cases);
  }

  public Optional<Block> block() {
    return located.map(LocatedBlock::block);
  }
}
