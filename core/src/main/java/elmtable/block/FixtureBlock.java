package elmtable.block;

import elmtable.language.Block;
import elmtable.language.BlockKind;
import java.time.Duration;
import java.util.Optional;

/** A fixture. */
public record FixtureBlock(Block block) {
  public FixtureBlock {
    Kinds.require(block, BlockKind.FIXTURE);
  }

  public String name() {
    return block.name();
  }

  public Optional<Property<Scope>> scopeProperty() {
    return Property.of(
        block,
        "scope",
        Scope::named,
        "is not a scope; there are " + String.join(", ", Scope.words()) + ".");
  }

  public Scope scope() {
    return scopeProperty().flatMap(Property::value).orElse(Scope.CASE);
  }

  /** The fixtures that are set up before it. */
  public NameList needs() {
    return NameList.of(block, "needs");
  }

  public Optional<Property<Duration>> keepSession() {
    return Property.duration(block, "keep session");
  }

  /** The keyword that tells whether a kept session still works. */
  public Optional<Property<String>> check() {
    return Property.text(block, "check");
  }

  public NameList pages() {
    return NameList.of(block, "pages");
  }
}
