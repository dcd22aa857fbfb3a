package elmtable.project.entry;

import elmtable.block.KeywordBlock;
import elmtable.keyword.MethodKeyword;
import elmtable.keyword.Signature;
import elmtable.language.Block;
import elmtable.language.Document.LocatedBlock;

/** A keyword that a step can call. */
public sealed interface KeywordEntry {
  Signature signature();

  /** A Java method. */
  record Method(MethodKeyword builtIn) implements KeywordEntry {
    @Override
    public Signature signature() {
      return builtIn.signature();
    }
  }

  /**
   * A {@code keyword} block, made of steps.
   *
   * @param isDraft read once, as each step that calls it asks
   */
  record Composed(String path, LocatedBlock located, Signature signature, boolean isDraft)
      implements KeywordEntry {
    public static Composed of(String path, LocatedBlock located) {
      boolean draft = new KeywordBlock(located.block()).isDraft();
      return new Composed(path, located, Signatures.of(located.block()), draft);
    }

    public Block block() {
      return located.block();
    }

    public KeywordBlock own() {
      return new KeywordBlock(block());
    }
  }
}
