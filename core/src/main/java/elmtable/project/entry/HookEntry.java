package elmtable.project.entry;

import elmtable.block.HookBlock;
import elmtable.language.Document.LocatedBlock;

/** A hook and where it stands. */
public record HookEntry(String path, LocatedBlock located) {
  public HookBlock own() {
    return new HookBlock(located.block());
  }
}
