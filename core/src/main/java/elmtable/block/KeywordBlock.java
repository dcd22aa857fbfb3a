package elmtable.block;

import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Line;
import java.util.List;
import java.util.Optional;

/** A composed keyword. */
public record KeywordBlock(Block block) {
  public KeywordBlock {
    Kinds.require(block, BlockKind.KEYWORD);
  }

  public List<Line.Property> phrases() {
    return block.allOf("phrase");
  }

  /** The group under which it stands in the catalogue. */
  public Optional<String> group() {
    return block.property("group").map(Line.Property::value);
  }

  public NameList pages() {
    return NameList.of(block, "pages");
  }

  public Optional<Property<Boolean>> draft() {
    return Property.yesNo(block, "draft");
  }

  public boolean isDraft() {
    return draft().flatMap(Property::value).orElse(false);
  }
}
