package elmtable.block;

import elmtable.formula.Template;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Line;
import elmtable.language.Section;
import elmtable.language.SectionTable;
import java.util.List;
import java.util.Optional;

/** A page of the tested application. */
public record PageBlock(Block block) {
  public PageBlock {
    Kinds.require(block, BlockKind.PAGE);
  }

  /**
   * One row of its elements.
   *
   * @param by the way of locating, as written
   * @param in the element of the page that it lives in, a frame or a shadow host; or the empty text
   */
  public record Element(
      String name, String by, Template locator, String in, String note, SectionTable.Row row) {
    private static Element of(SectionTable.Row row) {
      return new Element(
          row.source("element"),
          row.text("by"),
          Template.of(row.source("locator")),
          row.text("in"),
          row.text("note"),
          row);
    }
  }

  public Optional<Line.Property> path() {
    return block.property("path");
  }

  public List<Element> elements() {
    return block.section(Section.ELEMENTS).map(SectionTable::of).stream()
        .flatMap(table -> table.rows().stream())
        .map(Element::of)
        .toList();
  }

  /** Whether its elements can be read: the columns that say how to find them are there. */
  public boolean hasLocators() {
    return block
        .section(Section.ELEMENTS)
        .map(SectionTable::of)
        .filter(table -> table.columns().containsAll(List.of("by", "locator")))
        .isPresent();
  }
}
