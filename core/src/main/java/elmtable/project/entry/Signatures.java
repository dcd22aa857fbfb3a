package elmtable.project.entry;

import elmtable.block.KeywordBlock;
import elmtable.formula.Kind;
import elmtable.keyword.Output;
import elmtable.keyword.Parameter;
import elmtable.keyword.Signature;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Line;
import elmtable.language.Section;
import elmtable.language.SectionTable;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Reads the signatures of keywords, and what fixtures give. */
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
    Optional<KeywordBlock> keyword =
        Optional.of(block).filter(b -> b.kind() == BlockKind.KEYWORD).map(KeywordBlock::new);
    List<String> phrases =
        keyword.map(KeywordBlock::phrases).orElse(List.of()).stream()
            .map(Line.Property::value)
            .toList();
    return new Signature(
        block.name(),
        keyword.flatMap(KeywordBlock::group).orElse("Own keywords"),
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
