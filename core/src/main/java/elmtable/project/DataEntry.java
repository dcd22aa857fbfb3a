package elmtable.project;

import elmtable.block.DataBlock;
import elmtable.language.Document.Placed;

/** A named data set. */
public record DataEntry(String path, Placed placed) {
  public DataBlock own() {
    return new DataBlock(placed.block());
  }

  public String name() {
    return placed.block().name();
  }
}
