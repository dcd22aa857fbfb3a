package elmtable.project.entry;

import elmtable.language.Block;
import elmtable.language.Document.LocatedBlock;

/** A block that is known by its name: an environment, browser, fixture or plan. */
public record NamedBlock(String path, LocatedBlock located) {
  public Block block() {
    return located.block();
  }

  public String name() {
    return located.block().name();
  }
}
