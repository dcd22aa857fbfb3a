package elmtable.project;

import elmtable.block.HookBlock;
import elmtable.language.Document.Placed;

/** A hook and where it stands. */
public record HookEntry(String path, Placed placed) {
  public HookBlock own() {
    return new HookBlock(placed.block());
  }
}
