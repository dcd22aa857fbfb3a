package elmtable.check.rules.step;

import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Line;
import elmtable.language.Section;
import elmtable.language.SectionBody;
import elmtable.text.Edit;
import elmtable.text.Fix;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Makes a name that a step already uses: a parameter of its keyword, a column of its case. */
final class IntroduceNameFix {
  private IntroduceNameFix() {}

  static Optional<Fix> of(Block block, String name) {
    return block.kind() == BlockKind.KEYWORD
        ? Optional.of(parameter(block, name))
        : column(block, name);
  }

  private static Fix parameter(Block keyword, String name) {
    String label = "Add the parameter " + name;
    Optional<SectionBody> takes = keyword.section(Section.TAKES);
    if (takes.isPresent() && !takes.get().rows().isEmpty()) {
      List<Line.Row> rows = takes.get().rows();
      StringBuilder row = new StringBuilder("| " + name + " |");
      row.append(" |".repeat(rows.get(0).cells().size() - 1));
      return Fix.insert(label, rows.get(rows.size() - 1).range().line() + 1, row + "\n");
    }
    int line =
        keyword
            .section(Section.STEPS)
            .map(steps -> steps.range().line())
            .orElse(keyword.header().line() + 1);
    return Fix.insert(label, line, "takes\n| name |\n| " + name + " |\n");
  }

  /** A cell at the end of each row of the case's own data. */
  private static Optional<Fix> column(Block block, String name) {
    List<SectionBody> data = block.sections(Section.DATA);
    if (data.isEmpty()) {
      return Optional.empty();
    }
    List<Edit> edits = new ArrayList<>();
    for (SectionBody section : data) {
      for (int i = 0; i < section.rows().size(); i++) {
        Range row = section.rows().get(i).range();
        edits.add(
            new Edit(
                new Range(row.line(), row.end(), row.end()), i == 0 ? " " + name + " |" : "  |"));
      }
    }
    return Optional.of(new Fix("Add the column " + name, edits));
  }
}
