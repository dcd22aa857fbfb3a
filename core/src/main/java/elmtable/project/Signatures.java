package elmtable.project;

import elmtable.formula.Kind;
import elmtable.keyword.Output;
import elmtable.keyword.Parameter;
import elmtable.keyword.Signature;
import elmtable.language.Block;
import elmtable.language.Line;
import elmtable.language.Section;
import elmtable.language.SectionTable;
import java.util.ArrayList;
import java.util.List;

/** Reads the signatures of {@code keyword} blocks. */
public final class Signatures {
  private Signatures() {}

  public static Signature of(Block block) {
    List<Parameter> takes = new ArrayList<>();
    List<Output> gives = new ArrayList<>();
    block
        .section(Section.TAKES)
        .map(SectionTable::of)
        .ifPresent(table -> table.rows().forEach(row -> takes.add(parameter(row))));
    block
        .section(Section.GIVES)
        .map(SectionTable::of)
        .ifPresent(table ->
            table
                .rows()
                .forEach(
                    row -> gives.add(new Output(row.text("name"), kind(row), row.text("note")))));
    List<String> phrases = block.allOf("phrase").stream().map(Line.Property::value).toList();
    String group = block.value("group");
    return new Signature(
        block.name(),
        group.isEmpty() ? "Own keywords" : group,
        block.noteText(),
        phrases,
        takes.stream().filter(parameter -> !parameter.name().isEmpty()).toList(),
        gives.stream().filter(output -> !output.name().isEmpty()).toList());
  }

  private static Parameter parameter(SectionTable.Row row) {
    String fallback = row.source("default");
    return new Parameter(
        row.text("name"), kind(row), fallback, !fallback.isEmpty(), row.text("note"));
  }

  private static Kind kind(SectionTable.Row row) {
    return Kind.read(row.text("kind")).orElse(Kind.TEXT);
  }
}
