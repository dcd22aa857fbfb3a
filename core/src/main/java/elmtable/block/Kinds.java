package elmtable.block;

import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.text.Sentence;

/** A view is made of blocks of its kind only. */
final class Kinds {
  private Kinds() {}

  static void require(Block block, BlockKind kind) {
    if (block.kind() != kind) {
      throw new IllegalArgumentException(
          Sentence.capital(Sentence.one(block.kind().noun()))
              + " is not "
              + Sentence.one(kind.noun()));
    }
  }
}
