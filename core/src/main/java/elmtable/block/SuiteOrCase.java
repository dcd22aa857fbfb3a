package elmtable.block;

import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Line;
import java.time.Duration;
import java.util.Optional;

/** What a suite says for its cases, and a case for itself. */
public sealed interface SuiteOrCase permits SuiteBlock, CaseBlock {
  int MOST_TRIES = 99;

  Block block();

  /** The view of a suite's or case's block. */
  static SuiteOrCase of(Block block) {
    return block.kind() == BlockKind.SUITE ? new SuiteBlock(block) : new CaseBlock(block);
  }

  default NameList tags() {
    return NameList.of(block(), "tags");
  }

  default FixtureList fixtures() {
    return FixtureList.of(block(), "fixtures");
  }

  /** What shares a browser's state; it goes before what the browser says. */
  default Optional<Property<Isolation>> isolation() {
    return Isolation.of(block());
  }

  /** How long a step waits. */
  default Optional<Property<Duration>> within() {
    return Property.duration(block(), "within");
  }

  default NameList pages() {
    return NameList.of(block(), "pages");
  }

  default NameList browsers() {
    return NameList.of(block(), "browsers");
  }

  /** The name of a data set. */
  default Optional<Property<String>> data() {
    return Property.text(block(), "data");
  }

  /** The condition on rows, and the column that names them. */
  default Optional<Line.Property> where() {
    return block().property("where");
  }

  default Optional<Line.Property> key() {
    return block().property("key");
  }

  default Optional<Property<Duration>> timeout() {
    return Property.duration(block(), "timeout");
  }

  default Optional<Property<Integer>> tries() {
    return Property.count(block(), "tries", 1, MOST_TRIES);
  }
}
