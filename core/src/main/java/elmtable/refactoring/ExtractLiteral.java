package elmtable.refactoring;

import elmtable.binding.Binder;
import elmtable.binding.BoundArgument;
import elmtable.binding.LocatedStep;
import elmtable.block.CaseBlock;
import elmtable.block.EnvironmentBlock;
import elmtable.block.Property;
import elmtable.check.CheckedProject;
import elmtable.formula.Kind;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Cell;
import elmtable.language.Line;
import elmtable.language.Section;
import elmtable.language.SectionBody;
import elmtable.project.Project;
import elmtable.project.entry.NamedBlock;
import elmtable.text.Edit;
import elmtable.text.Names;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Makes a name of what is written out in a cell. */
final class ExtractLiteral {
  private final CheckedProject checked;
  private final Project project;
  private final Optional<LocatedStep> at;
  private final String name;
  private final Optional<BoundArgument> argument;

  ExtractLiteral(CheckedProject checked, String document, int line, int cell, String name) {
    this.checked = checked;
    this.project = checked.project();
    this.at = LocatedStep.find(project, document, line);
    this.name = name;
    this.argument =
        at.flatMap(step ->
            new Binder(project.index()).bind(step.step(), step.context(project)).argumentAt(cell));
  }

  private Optional<Preview> refusal(BlockKind kind) {
    if (at.isEmpty() || argument.isEmpty()) {
      return Optional.of(Preview.refused("There is no argument of a step here."));
    }
    if (kind != null && at.get().block().kind() != kind) {
      return Optional.of(
          Preview.refused(
              "Only a "
                  + kind.noun()
                  + " has this, and here is a "
                  + at.get().block().kind().noun()
                  + "."));
    }
    if (!Placement.isName(name)) {
      return Optional.of(Preview.refused("“" + name + "” cannot be a name."));
    }
    return argument.get().template().literal().isEmpty()
        ? Optional.of(Preview.refused("What stands here is a reference already."))
        : Optional.empty();
  }

  private Edit cell(String reference) {
    return new Edit(
        at.orElseThrow().document().path(),
        argument.orElseThrow().range().shiftedBy(at.get().located().firstLine()),
        reference);
  }

  private Edit insert(int blockLine, String text) {
    int line = at.orElseThrow().located().firstLine() + blockLine;
    return new Edit(at.get().document().path(), new Range(line, 0, 0), text);
  }

  Preview parameter() {
    Optional<Preview> refusal = refusal(BlockKind.KEYWORD);
    if (refusal.isPresent()) {
      return refusal.get();
    }
    Block block = at.orElseThrow().block();
    Kind kind = argument.orElseThrow().parameter().kind();
    String value = argument.get().template().source();
    Optional<SectionBody> takes = block.section(Section.TAKES);
    List<Edit> edits = new ArrayList<>(List.of(cell("<" + name + ">")));
    if (takes.isPresent() && !takes.get().rows().isEmpty()) {
      List<Cell> head = takes.get().rows().get(0).cells();
      boolean hasDefault = head.stream().anyMatch(cell -> Names.same(cell.name(), "default"));
      StringBuilder row = new StringBuilder("|");
      for (Cell cell : head) {
        String text =
            switch (Names.key(cell.name())) {
              case "name" -> name;
              case "kind" -> kind.written();
              case "default" -> value;
              default -> "";
            };
        row.append(' ').append(text).append(" |");
      }
      List<Line.Row> rows = takes.get().rows();
      if (!hasDefault) {
        for (Line.Row each : rows) {
          boolean first = each == rows.get(0);
          Range end = each.range().shiftedBy(at.get().located().firstLine());
          edits.add(
              new Edit(
                  at.get().document().path(),
                  new Range(end.line(), end.end(), end.end()),
                  first ? " default |" : " |"));
        }
        row.append(' ').append(value).append(" |");
      }
      edits.add(insert(rows.get(rows.size() - 1).range().line() + 1, row + "\n"));
    } else {
      int line = block.section(Section.STEPS).orElseThrow().range().line();
      edits.add(
          insert(
              line,
              "takes\n| name | kind | default |\n| "
                  + name
                  + " | "
                  + kind.written()
                  + " | "
                  + value
                  + " |\n"));
    }
    return Preview.of(checked, edits, List.of());
  }

  Preview column() {
    Optional<Preview> refusal = refusal(BlockKind.CASE);
    if (refusal.isPresent()) {
      return refusal.get();
    }
    Block block = at.orElseThrow().block();
    Optional<Property<String>> set = new CaseBlock(block).data();
    if (set.isPresent()) {
      return Preview.refused(
          "This case takes its rows from “" + set.get().written() + "”; add the column there.");
    }
    String value = argument.orElseThrow().template().source();
    List<Edit> edits = new ArrayList<>(List.of(cell("<" + name + ">")));
    List<SectionBody> data = block.sections(Section.DATA);
    for (SectionBody section : data) {
      for (int i = 0; i < section.rows().size(); i++) {
        Range row = section.rows().get(i).range().shiftedBy(at.get().located().firstLine());
        edits.add(
            new Edit(
                at.get().document().path(),
                new Range(row.line(), row.end(), row.end()),
                " " + (i == 0 ? name : value) + " |"));
      }
    }
    if (data.isEmpty()) {
      int line = block.section(Section.STEPS).orElseThrow().range().line();
      edits.add(insert(line, "data\n| " + name + " |\n| " + value + " |\n"));
    }
    return Preview.of(checked, edits, List.of());
  }

  Preview environmentValue() {
    Optional<Preview> refusal = refusal(null);
    if (refusal.isPresent()) {
      return refusal.get();
    }
    List<NamedBlock> environments = project.index().named(BlockKind.ENVIRONMENT);
    if (environments.isEmpty()) {
      return Preview.refused("The project has no environment to give the value.");
    }
    String value = argument.orElseThrow().template().source();
    List<Edit> edits = new ArrayList<>(List.of(cell("<env/" + name + ">")));
    for (NamedBlock environment : environments) {
      // One that starts from another has its values.
      if (new EnvironmentBlock(environment.block()).like().isEmpty()) {
        edits.add(value(environment, value));
      }
    }
    return Preview.of(checked, edits, List.of());
  }

  private Edit value(NamedBlock environment, String value) {
    int first = environment.located().firstLine();
    Optional<SectionBody> values = environment.block().section(Section.VALUES);
    if (values.isPresent() && !values.get().rows().isEmpty()) {
      List<Line.Row> rows = values.get().rows();
      StringBuilder row = new StringBuilder("|");
      for (Cell cell : rows.get(0).cells()) {
        String key = Names.key(cell.name());
        row.append(' ')
            .append(key.equals("name") ? name : key.equals("value") ? value : "")
            .append(" |");
      }
      int line = first + rows.get(rows.size() - 1).range().line() + 1;
      return new Edit(environment.path(), new Range(line, 0, 0), row + "\n");
    }
    int line = first + environment.block().lineCount();
    String text = "values\n| name | value |\n| " + name + " | " + value + " |\n";
    return new Edit(environment.path(), new Range(line, 0, 0), text);
  }
}
