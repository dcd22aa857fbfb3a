package elmtable.block;

import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Line;
import java.util.Optional;

/** A case, without what it inherits from its suite. */
public record CaseBlock(Block block) implements SuiteOrCase {
  public CaseBlock {
    Kinds.require(block, BlockKind.CASE);
  }

  /** The cases that it runs after, of this suite or behind another's name and a slash. */
  public NameList after() {
    return NameList.of(block, "after");
  }

  public Optional<Line.Property> kinds() {
    return block.property("kinds");
  }

  public Optional<Property<Boolean>> draft() {
    return Property.yesNo(block, "draft");
  }

  public boolean isDraft() {
    return draft().flatMap(Property::value).orElse(false);
  }

  public Optional<Property<Boolean>> run() {
    return Property.yesNo(block, "run");
  }

  /** Whether it is not kept from running by {@code run: no}. */
  public boolean mayRun() {
    return run().flatMap(Property::value).orElse(true);
  }
}
