package elmtable.block;

import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Moment;
import elmtable.language.TagExpression;
import java.util.Collection;
import java.util.Optional;

/** A hook. */
public record HookBlock(Block block) {
  public HookBlock {
    Kinds.require(block, BlockKind.HOOK);
  }

  /** When it runs; nothing where its name is not a moment, which is a problem of its grammar. */
  public Optional<Moment> moment() {
    return Moment.named(block.name());
  }

  public Optional<Property<TagExpression>> only() {
    return Property.tags(block, "only");
  }

  /** Whether it surrounds cases with these tags; a condition that cannot be read fits none. */
  public boolean isFor(Collection<String> tags) {
    return only().map(only -> only.value().filter(e -> e.accepts(tags)).isPresent()).orElse(true);
  }
}
