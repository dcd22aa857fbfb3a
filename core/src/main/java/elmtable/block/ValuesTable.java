package elmtable.block;

import elmtable.formula.Template;
import elmtable.language.Block;
import elmtable.language.Section;
import elmtable.language.SectionTable;
import elmtable.text.Names;
import elmtable.text.Range;
import java.util.List;

/** The values that an environment or a suite gives, in the order written. */
public record ValuesTable(List<Entry> entries) {
  public ValuesTable {
    entries = List.copyOf(entries);
  }

  /**
   * One value.
   *
   * @param secret whether it is masked wherever it is shown
   * @param range where the value stands
   */
  public record Entry(String name, Template value, boolean secret, String note, Range range) {
    public String key() {
      return Names.key(name);
    }

    /** The same name with another value. */
    public Entry with(Template other) {
      return new Entry(name, other, secret, note, range);
    }
  }

  static ValuesTable of(Block block) {
    return new ValuesTable(
        block.sections(Section.VALUES).stream()
            .limit(1)
            .flatMap(section -> SectionTable.of(section).rows().stream())
            .map(ValuesTable::entry)
            .toList());
  }

  private static Entry entry(SectionTable.Row row) {
    return new Entry(
        row.text("name"),
        Template.of(row.source("value")),
        row.text("kind").equalsIgnoreCase("secret"),
        row.text("note"),
        row.cell("value").range());
  }
}
