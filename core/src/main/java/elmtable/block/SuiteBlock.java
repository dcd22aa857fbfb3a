package elmtable.block;

import elmtable.language.Block;
import elmtable.language.BlockKind;
import java.util.Optional;

/** The head of a suite. */
public record SuiteBlock(Block block) implements SuiteOrCase {
  public SuiteBlock {
    Kinds.require(block, BlockKind.SUITE);
  }

  public Optional<Property<Boolean>> independent() {
    return Property.yesNo(block, "independent");
  }

  /** Whether its cases may run side by side. */
  public boolean isIndependent() {
    return independent().flatMap(Property::value).orElse(false);
  }

  public ValuesTable values() {
    return ValuesTable.of(block);
  }
}
