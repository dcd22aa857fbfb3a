package elmtable.project;

import elmtable.language.Block;
import elmtable.language.Document.Placed;

/** A block that is known by its name: an environment, browser, fixture or plan. */
public record NamedBlock(String path, Placed placed) {
  public Block block() {
    return placed.block();
  }

  public String name() {
    return placed.block().name();
  }
}
