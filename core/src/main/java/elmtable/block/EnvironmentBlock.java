package elmtable.block;

import elmtable.language.Block;
import elmtable.language.BlockKind;
import java.time.Duration;
import java.util.Optional;

/** An environment, without what it takes over from another. */
public record EnvironmentBlock(Block block) {
  public EnvironmentBlock {
    Kinds.require(block, BlockKind.ENVIRONMENT);
  }

  /** The environment that it starts from. */
  public Optional<Property<String>> like() {
    return Property.text(block, "like");
  }

  /** How long a step waits. */
  public Optional<Property<Duration>> within() {
    return Property.duration(block, "within");
  }

  public ValuesTable values() {
    return ValuesTable.of(block);
  }
}
