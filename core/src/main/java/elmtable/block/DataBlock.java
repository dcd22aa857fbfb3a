package elmtable.block;

import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Line;
import elmtable.language.Section;
import elmtable.language.SectionBody;
import elmtable.text.Names;
import java.util.List;
import java.util.Optional;

/** A data set: its one source; the properties that shape it are asked for by their word. */
public record DataBlock(Block block) {
  public DataBlock {
    Kinds.require(block, BlockKind.DATA_SET);
  }

  /** The path of a file of the project. */
  public Optional<Line.Property> from() {
    return block.property("from");
  }

  public Optional<Line.Property> query() {
    return block.property("query");
  }

  /** A JDBC address. */
  public Optional<Line.Property> database() {
    return block.property("database");
  }

  public Optional<Line.Property> combine() {
    return block.property("combine");
  }

  /** The words that say how sets are combined. */
  public static final List<String> WAYS =
      List.of("all of", "pairs of", "side by side", "one after another");

  /** The word that says how sets are combined, where it is one of {@link #WAYS}. */
  public Optional<String> way() {
    String value = block.value("combine");
    return WAYS.stream()
        .filter(way -> Names.key(value).startsWith(Names.key(way) + " "))
        .findFirst();
  }

  /** The sets that it combines. */
  public NameList combined() {
    return NameList.behind(block, "combine", way().map(String::length).orElse(0));
  }

  public List<Line.Property> limitsOf() {
    return block.allOf("limits of");
  }

  /** Rows typed in. */
  public Optional<SectionBody> rows() {
    return block.section(Section.ROWS);
  }

  public Optional<Line.Property> where() {
    return block.property("where");
  }

  public Optional<Line.Property> kinds() {
    return block.property("kinds");
  }

  /** A JSON Pointer. */
  public Optional<Line.Property> at() {
    return block.property("at");
  }

  public Optional<Line.Property> sheet() {
    return block.property("sheet");
  }

  public Optional<Line.Property> range() {
    return block.property("range");
  }

  public Optional<Line.Property> encoding() {
    return block.property("encoding");
  }

  public Optional<Line.Property> separator() {
    return block.property("separator");
  }

  public Optional<Line.Property> header() {
    return block.property("header");
  }

  /** A property that shapes the rows or says how a file is read. */
  public Optional<Line.Property> property(String word) {
    return block.property(word);
  }
}
