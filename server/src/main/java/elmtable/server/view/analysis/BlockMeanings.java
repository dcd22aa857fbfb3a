package elmtable.server.view.analysis;

import elmtable.binding.Binder;
import elmtable.binding.BindingContext;
import elmtable.binding.BoundArgument;
import elmtable.binding.BoundStep;
import elmtable.binding.EnclosingBlock;
import elmtable.binding.VisibleNames;
import elmtable.formula.Template;
import elmtable.language.Cell;
import elmtable.language.Document.LocatedBlock;
import elmtable.language.Line;
import elmtable.language.Mark;
import elmtable.language.SectionBody;
import elmtable.language.Step;
import elmtable.project.CaseData;
import elmtable.project.Project;
import elmtable.project.entry.KeywordEntry;
import elmtable.server.message.SheetMessages.BlockMeaning;
import elmtable.server.message.SheetMessages.BlockProblem;
import elmtable.server.message.SheetMessages.ReferenceView;
import elmtable.server.message.SheetMessages.RowMeaning;
import elmtable.server.view.Absent;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Works out what a block's rows mean: all that a page cannot know from the text alone. */
final class BlockMeanings {
  private final Project project;
  private final Binder binder;

  BlockMeanings(Project project) {
    this.project = project;
    this.binder = new Binder(project.index());
  }

  BlockMeaning of(String path, LocatedBlock located, List<BlockProblem> problems) {
    EnclosingBlock enclosing = EnclosingBlock.of(project, path, located);
    VisibleNames visible = enclosing.names();
    List<ReferenceView> name = References.of(-1, 0, Template.of(located.block().name()), visible);
    List<RowMeaning> rows = new ArrayList<>();
    for (SectionBody section : located.block().sections()) {
      for (Line.Row row : section.rows()) {
        RowMeaning meaning =
            section.section().holdsSteps()
                ? step(row, visible, enclosing.context())
                : cells(row, visible);
        if (saysSomething(meaning)) {
          rows.add(meaning);
        }
      }
    }
    located
        .block()
        .sections()
        .forEach(section ->
            section
                .sentences()
                .forEach(each -> sentence(each, enclosing.context()).ifPresent(rows::add)));
    CaseData data =
        enclosing.entry().map(project::dataOf).orElse(new CaseData(List.of(), List.of()));
    Optional<String> set =
        data.parts().stream().map(CaseData.Part::name).filter(n -> !n.isEmpty()).findFirst();
    return new BlockMeaning(
        name,
        set.orElse(null),
        set.isEmpty() ? List.of() : data.columns(),
        data.rows(),
        rows,
        problems);
  }

  private static boolean saysSomething(RowMeaning row) {
    return row.references() != null || row.keyword() != null;
  }

  private static RowMeaning cells(Line.Row row, VisibleNames visible) {
    List<ReferenceView> references = new ArrayList<>();
    for (int c = 0; c < row.cells().size(); c++) {
      references.addAll(References.of(c, 0, Template.of(row.cells().get(c).source()), visible));
    }
    return new RowMeaning(
        row.range().line(), Absent.ifEmpty(references), null, null, null, null, null);
  }

  private RowMeaning step(Line.Row row, VisibleNames visible, BindingContext context) {
    if (row.width() == 0) {
      return cells(row, visible);
    }
    Step step = Step.of(row);
    visible.enter(step);
    BoundStep bound = binder.bind(step, context);
    List<ReferenceView> references = new ArrayList<>();
    for (int c = 0; c < row.cells().size(); c++) {
      references.addAll(references(row.cells().get(c), c, step, bound, visible));
    }
    visible.leave(step, bound.gives());
    return bound
        .keyword()
        .map(keyword -> bound(row, bound, keyword, references))
        .orElseGet(() ->
            new RowMeaning(
                row.range().line(), Absent.ifEmpty(references), null, null, null, null, null));
  }

  private static List<ReferenceView> references(
      Cell cell, int index, Step step, BoundStep bound, VisibleNames visible) {
    Optional<Mark> mark = step.marks().stream().filter(m -> m.cell() == cell).findFirst();
    if (mark.isPresent()) {
      return References.of(index, mark.get(), visible);
    }
    Optional<BoundArgument> argument = index > 0 ? bound.argumentAt(index - 1) : Optional.empty();
    return argument
        .map(given -> References.of(index, given.offset(), given.template(), visible))
        .orElseGet(() -> References.of(index, 0, Template.of(cell.source()), visible));
  }

  private static RowMeaning bound(
      Line.Row row, BoundStep bound, KeywordEntry keyword, List<ReferenceView> references) {
    return new RowMeaning(
        row.range().line(),
        Absent.ifEmpty(references),
        keyword.signature().name(),
        keyword instanceof KeywordEntry.Composed ? Boolean.TRUE : null,
        Absent.ifEmpty(bound.captions()),
        Absent.ifEmpty(bound.missing()),
        null);
  }

  /** What a sentence of a feature calls, and with what. */
  private Optional<RowMeaning> sentence(Line.Sentence sentence, BindingContext context) {
    BoundStep bound = binder.bind(Step.of(sentence), context);
    List<BoundArgument> written =
        bound.arguments().stream().filter(argument -> argument.cell().isPresent()).toList();
    return bound
        .keyword()
        .map(keyword ->
            new RowMeaning(
                sentence.range().line(),
                null,
                keyword.signature().name(),
                keyword instanceof KeywordEntry.Composed ? Boolean.TRUE : null,
                Absent.ifEmpty(written.stream().map(one -> one.parameter().name()).toList()),
                null,
                Absent.ifEmpty(written.stream().map(one -> one.template().source()).toList())));
  }
}
