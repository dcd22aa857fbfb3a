package elmtable.refactoring;

import elmtable.binding.Binder;
import elmtable.binding.BindingContext;
import elmtable.binding.BoundArgument;
import elmtable.binding.EnclosingBlock;
import elmtable.block.KeywordBlock;
import elmtable.formula.Formula;
import elmtable.formula.Function;
import elmtable.formula.Template;
import elmtable.keyword.PhraseIndex;
import elmtable.language.Block;
import elmtable.language.Cell;
import elmtable.language.Line;
import elmtable.language.Mark;
import elmtable.language.Section;
import elmtable.language.SectionBody;
import elmtable.language.Step;
import elmtable.project.Project;
import elmtable.text.Names;
import elmtable.text.Range;
import java.util.List;
import java.util.Set;

/** Finds references to a keyword's parameter or a case's column, and where it gets its name. */
final class ReferenceUses {
  private static final Set<Function> LOOKUPS = Set.of(Function.LOOKUP, Function.RECORD);

  private final Project project;
  private final RenameTarget thing;
  private final UseList uses;

  ReferenceUses(Project project, RenameTarget thing, UseList uses) {
    this.project = project;
    this.thing = thing;
    this.uses = uses;
  }

  void parameter(Block block, RenameTarget.Parameter parameter) {
    for (SectionBody body : block.sections(Section.TAKES)) {
      uses.headed(body, "name", parameter.name(), true);
      for (Line.Row row : body.body()) {
        row.cells().forEach(cell -> references(Template.of(cell.source()), cell.range(), 0));
      }
    }
    for (Line.Property phrase : new KeywordBlock(block).phrases()) {
      for (String written : PhraseIndex.placeholders(phrase.value())) {
        int start = phrase.value().indexOf("<" + written + ">") + 1;
        if (start > 0 && Names.same(written, parameter.name())) {
          uses.add(phrase.valueRange().part(start, start + written.length()), written, false);
        }
      }
    }
    body(block);
  }

  /** Where a formula looks rows of a data set up. */
  void dataSet(Template template, Range range, int offset, String set) {
    for (Template.Part part : template.parts()) {
      if (part instanceof Template.Expression expression && !expression.lenient()) {
        int start = offset + expression.start() + 1;
        expression
            .formula()
            .walk(formula -> {
              if (formula instanceof Formula.Call call
                  && LOOKUPS.contains(call.function())
                  && call.arguments().get(0) instanceof Formula.Literal literal
                  && Names.same(literal.value().text(), set)) {
                // Between its quotes.
                Range name = range.part(start + literal.start() + 1, start + literal.end() - 1);
                uses.add(name, literal.value().text(), false);
              }
            });
      }
    }
  }

  void column(Block block, RenameTarget.Column column) {
    references(Template.of(block.name()), block.nameRange(), 0);
    for (SectionBody data : block.sections(Section.DATA)) {
      for (Cell cell : data.head().map(Line.Row::cells).orElse(List.of())) {
        if (Names.same(cell.name(), column.name())) {
          uses.add(cell.range(), cell.source(), true);
        }
      }
      data.properties().forEach(property -> condition(property, column));
    }
    block.properties().forEach(property -> condition(property, column));
    body(block);
  }

  private void condition(Line.Property property, RenameTarget.Column column) {
    if (property.word().equals("where")) {
      references(Template.ofFormula(property.value()), property.valueRange(), 0);
    } else if (property.word().equals("key") && Names.same(property.value(), column.name())) {
      uses.add(property.valueRange(), property.value(), false);
    } else if (property.word().equals("fixtures")) {
      references(Template.of(property.value()), property.valueRange(), 0);
    }
  }

  /** The references of steps, in cells and marks. */
  private void body(Block block) {
    BindingContext context = EnclosingBlock.of(project, uses.path(), uses.located()).context();
    for (Section section : Uses.STEPS) {
      for (Step step : block.steps(section)) {
        for (BoundArgument argument : new Binder(project.index()).bind(step, context).arguments()) {
          if (argument.cell().isPresent()) {
            references(argument.template(), argument.cell().get().range(), argument.offset());
          }
        }
        for (Mark mark : step.marks()) {
          switch (mark) {
            case Mark.OnlyIf onlyIf -> {
              int length = mark.cell().source().length();
              int offset = length - onlyIf.formula().source().length();
              references(onlyIf.formula(), mark.cell().range(), offset);
            }
            case Mark.ForEach each ->
                references(Template.ofFormula(each.list()), mark.cell().range(), each.listOffset());
            case Mark.Keep keep -> {}
            case Mark.Options options -> {}
          }
        }
      }
    }
  }

  private void references(Template template, Range range, int offset) {
    template
        .references()
        .forEach(reference -> {
          int last = reference.path().size() - 1;
          boolean ofPlaceholder =
              last == 1
                  && thing instanceof RenameTarget.Column
                  && reference.path().get(0).equalsIgnoreCase("row");
          if ((last == 0 || ofPlaceholder)
              && Names.same(reference.path().get(last), thing.name())) {
            String source = template.source();
            String written = source.substring(reference.start(), reference.end());
            int start = reference.start() + written.lastIndexOf('/') + 1;
            String name = source.substring(start, reference.end());
            uses.add(range.part(offset + start, offset + reference.end()), name, false);
          }
        });
  }
}
