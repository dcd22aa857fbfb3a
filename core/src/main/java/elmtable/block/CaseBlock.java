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

  /** {@code no} gives a case a session of its own. */
  public Optional<Property<Boolean>> keepSession() {
    return Property.yesNo(block, "keep session");
  }

  /** The manual scenario that it covers, as a path, a slash and a key. */
  public Optional<Property<String>> scenario() {
    return Property.of(
        block,
        "scenario",
        written -> Optional.of(written).filter(link -> link.matches(".*\\S\\s*/\\s*\\S.*")),
        "names no scenario; write the sheet's path, a slash and the scenario's key.");
  }

  public Optional<Property<Boolean>> run() {
    return Property.yesNo(block, "run");
  }

  /** Whether it is not kept from running by {@code run: no}. */
  public boolean mayRun() {
    return run().flatMap(Property::value).orElse(true);
  }
}
