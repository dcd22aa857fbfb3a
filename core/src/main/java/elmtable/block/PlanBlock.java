package elmtable.block;

import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.TagExpression;
import java.util.Optional;

/** A saved selection. */
public record PlanBlock(Block block) {
  private static final int MOST_WORKERS = 1000;

  public PlanBlock {
    Kinds.require(block, BlockKind.PLAN);
  }

  public Optional<Property<TagExpression>> tags() {
    return Property.tags(block, "tags");
  }

  public NameList suites() {
    return NameList.of(block, "suites");
  }

  public NameList environments() {
    return NameList.of(block, "environments");
  }

  public NameList browsers() {
    return NameList.of(block, "browsers");
  }

  public Optional<Property<Integer>> workers() {
    return Property.count(block, "workers", 1, MOST_WORKERS);
  }

  public Optional<Property<Integer>> tries() {
    return Property.count(block, "tries", 1, SuiteOrCase.MOST_TRIES);
  }

  /** The number of failures after which a run ends. */
  public Optional<Property<Integer>> stopAfter() {
    return Property.count(block, "stop after", 1, Integer.MAX_VALUE);
  }

  public Optional<Property<Integer>> seed() {
    return Property.count(block, "seed", 0, Integer.MAX_VALUE);
  }
}
