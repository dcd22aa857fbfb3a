package elmtable.project.entry;

import elmtable.block.DataBlock;
import elmtable.language.Document.LocatedBlock;

/** A named data set. */
public record DataEntry(String path, LocatedBlock located) {
  public DataBlock own() {
    return new DataBlock(located.block());
  }

  public String name() {
    return located.block().name();
  }
}
