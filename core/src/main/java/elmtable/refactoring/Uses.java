package elmtable.refactoring;

import elmtable.binding.Binder;
import elmtable.binding.BindingContext;
import elmtable.binding.BoundArgument;
import elmtable.binding.BoundStep;
import elmtable.binding.ElementFinder;
import elmtable.binding.EnclosingBlock;
import elmtable.block.KeywordBlock;
import elmtable.formula.Kind;
import elmtable.formula.Template;
import elmtable.keyword.PhraseIndex;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Cell;
import elmtable.language.Document.Placed;
import elmtable.language.Line;
import elmtable.language.Lists;
import elmtable.language.Mark;
import elmtable.language.Section;
import elmtable.language.SectionBody;
import elmtable.language.Step;
import elmtable.project.CaseEntry;
import elmtable.project.Project;
import elmtable.project.SourceDocument;
import elmtable.project.SuiteEntry;
import elmtable.text.Names;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Finds where something is named, and where it is declared. */
public final class Uses {
  private static final List<Section> STEPS =
      List.of(Section.SET_UP, Section.STEPS, Section.TEAR_DOWN);

  private final Project project;
  private final RenameTarget thing;
  private final ElementFinder elements;
  private final Map<Block, CaseEntry> cases = new IdentityHashMap<>();
  private final List<Use> uses = new ArrayList<>();
  private String path;
  private Placed placed;

  private Uses(Project project, RenameTarget thing) {
    this.project = project;
    this.thing = thing;
    this.elements = new ElementFinder(project.index());
    for (SuiteEntry suite : project.index().suites()) {
      suite.cases().forEach(entry -> cases.put(entry.block(), entry));
    }
  }

  /** All places in the order of documents and lines. */
  public static List<Use> of(Project project, RenameTarget thing) {
    return new Uses(project, thing).all();
  }

  private List<Use> all() {
    for (SourceDocument document : project.documents().values()) {
      path = document.path();
      for (Placed each : document.document().blocks()) {
        placed = each;
        block(each.block());
      }
    }
    uses.sort(
        Comparator.comparing(Use::document)
            .thenComparing(use -> use.range().line())
            .thenComparing(use -> use.range().start()));
    return uses.stream().distinct().toList();
  }

  private void add(Range range, String text, boolean declares) {
    uses.add(new Use(path, range.shiftedBy(placed.firstLine()), text, declares, true));
  }

  private void block(Block block) {
    declaration(block);
    for (Line.Property property : block.properties()) {
      property(block, property);
    }
    BindingContext context = context();
    for (Section section : STEPS) {
      block.steps(section).forEach(step -> step(block, step, context));
    }
    switch (thing) {
      case RenameTarget.Parameter parameter when isKeyword(block, parameter.keyword()) ->
          parameter(block, parameter);
      case RenameTarget.Column column when isCase(block, column.suite(), column.caseName()) ->
          column(block, column);
      default -> {}
    }
  }

  private boolean isKeyword(Block block, String name) {
    return block.kind() == BlockKind.KEYWORD && Names.same(block.name(), name);
  }

  private boolean isCase(Block block, String suite, String name) {
    CaseEntry entry = cases.get(block);
    return entry != null && Names.same(entry.suiteName(), suite) && Names.same(entry.name(), name);
  }

  private void declaration(Block block) {
    boolean declares =
        switch (thing) {
          case RenameTarget.Named named ->
              block.kind() == named.kind() && Names.same(block.name(), named.name());
          case RenameTarget.Case one -> isCase(block, one.suite(), one.name());
          default -> false;
        };
    if (declares) {
      add(block.nameRange(), block.name(), true);
    }
    if (thing instanceof RenameTarget.Element element
        && block.kind() == BlockKind.PAGE
        && Names.same(block.name(), element.page())) {
      for (SectionBody body : block.sections(Section.ELEMENTS)) {
        headed(body, "element", element.name(), true);
      }
    }
  }

  /** Cells under a heading that hold a name. */
  private void headed(SectionBody body, String heading, String name, boolean declares) {
    List<Cell> head = body.head().map(Line.Row::cells).orElse(List.of());
    for (int i = 0; i < head.size(); i++) {
      if (Names.same(head.get(i).name(), heading)) {
        for (Line.Row row : body.body()) {
          if (i < row.cells().size() && Names.same(row.cells().get(i).name(), name)) {
            add(row.cells().get(i).range(), row.cells().get(i).source(), declares);
          }
        }
      }
    }
  }

  private void property(Block block, Line.Property property) {
    switch (thing) {
      case RenameTarget.Named named -> {
        if (namedBy(named.kind(), block.kind(), property.word())) {
          listed(property, named.name());
        }
        if (named.kind() == BlockKind.SUITE && property.word().equals("after")) {
          for (String name : listOf(property)) {
            int slash = name.indexOf('/');
            if (slash > 0 && Names.same(name.substring(0, slash), named.name())) {
              listed(property, name, 0, slash);
            }
          }
        }
      }
      case RenameTarget.Case one -> {
        if (property.word().equals("after") && cases.containsKey(block)) {
          for (String name : listOf(property)) {
            after(cases.get(block), property, name, one);
          }
        }
      }
      case RenameTarget.Element ignored -> {}
      case RenameTarget.Parameter ignored -> {}
      case RenameTarget.Column ignored -> {}
    }
  }

  private static boolean namedBy(BlockKind kind, BlockKind of, String property) {
    return switch (kind) {
      case PAGE -> property.equals("pages");
      case DATA_SET -> property.equals("data") || property.equals("combine");
      case FIXTURE -> property.equals("fixtures") || property.equals("needs");
      case ENVIRONMENT -> property.equals("like") || property.equals("environments");
      case BROWSER -> property.equals("browsers");
      case SUITE -> property.equals("suites");
      case KEYWORD -> of == BlockKind.FIXTURE && property.equals("check");
      default -> false;
    };
  }

  private static List<String> listOf(Line.Property property) {
    return Lists.split(property.value());
  }

  private void listed(Line.Property property, String name) {
    for (String each : listOf(property)) {
      String written = each;
      // A combination's first words say how its sets are combined.
      for (String how : List.of("all of ", "pairs of ", "side by side ", "one after another ")) {
        if (property.word().equals("combine") && each.startsWith(how)) {
          written = each.substring(how.length()).strip();
        }
      }
      if (Names.same(written, name)) {
        listed(property, written, 0, written.length());
      }
    }
  }

  /** A part of a name in a list. */
  private void listed(Line.Property property, String written, int from, int to) {
    int start = property.value().indexOf(written);
    if (start >= 0 && property.valueRange().end() - property.valueRange().start() >= start + to) {
      String text = written.substring(from, to);
      add(property.valueRange().part(start + from, start + to), text, false);
    }
  }

  private void after(CaseEntry later, Line.Property property, String name, RenameTarget.Case one) {
    Optional<CaseEntry> earlier = project.index().caseNamed(name, later);
    boolean found =
        earlier.isPresent()
            && Names.same(earlier.get().suiteName(), one.suite())
            && Names.same(earlier.get().name(), one.name());
    if (found) {
      boolean whole = Names.same(name, one.name());
      listed(property, name, whole ? 0 : name.indexOf('/') + 1, name.length());
    }
  }

  private BindingContext context() {
    return EnclosingBlock.of(project, path, placed).context();
  }

  private void step(Block block, Step step, BindingContext context) {
    BoundStep bound = new Binder(project.index()).bind(step, context);
    if (thing instanceof RenameTarget.Named named && named.kind() == BlockKind.KEYWORD) {
      boolean calls =
          bound.keyword().filter(k -> Names.same(k.signature().name(), named.name())).isPresent();
      if (calls) {
        boolean byName = Names.same(step.first().name(), named.name());
        uses.add(
            new Use(
                path,
                step.first().range().shiftedBy(placed.firstLine()),
                step.first().source(),
                false,
                byName));
      }
    }
    if (thing instanceof RenameTarget.Named named && named.kind() == BlockKind.DATA_SET) {
      Mark.ForEach each = step.mark(Mark.ForEach.class);
      if (each != null && Names.same(each.list(), named.name())) {
        int start = each.listOffset();
        add(each.cell().range().part(start, start + each.list().length()), each.list(), false);
      }
    }
    if (thing instanceof RenameTarget.Parameter parameter) {
      givenByName(step, bound, parameter);
    }
    for (BoundArgument argument : bound.arguments()) {
      if (argument.cell().isPresent()) {
        argument(argument, context);
      }
    }
  }

  private void givenByName(Step step, BoundStep bound, RenameTarget.Parameter parameter) {
    boolean calls =
        bound
            .keyword()
            .filter(k -> Names.same(k.signature().name(), parameter.keyword()))
            .isPresent();
    if (!calls) {
      return;
    }
    for (Cell cell : step.arguments()) {
      int equals = cell.source().indexOf('=');
      if (equals > 0 && Names.same(cell.source().substring(0, equals).strip(), parameter.name())) {
        String written = cell.source().substring(0, equals).stripTrailing();
        add(cell.range().part(0, written.length()), written, false);
      }
    }
  }

  private void argument(BoundArgument argument, BindingContext context) {
    Kind.Type kind = argument.parameter().kind().type();
    String source = argument.template().source();
    switch (thing) {
      case RenameTarget.Named named -> {
        boolean whole =
            named.kind() == BlockKind.PAGE && kind == Kind.Type.PAGE
                || named.kind() == BlockKind.DATA_SET && kind == Kind.Type.TABLE;
        if (whole && Names.same(argument.template().literal().orElse(""), named.name())) {
          add(argument.range(), source, false);
        }
        int slash = source.indexOf('/');
        if (named.kind() == BlockKind.PAGE
            && kind == Kind.Type.ELEMENT
            && slash > 0
            && Names.same(source.substring(0, slash), named.name())) {
          add(argument.range(0, slash), source.substring(0, slash), false);
        }
      }
      case RenameTarget.Element element -> {
        if (kind == Kind.Type.ELEMENT && argument.template().singleReference().isEmpty()) {
          element(argument, element, context);
        }
      }
      default -> {}
    }
  }

  private void element(
      BoundArgument argument, RenameTarget.Element element, BindingContext context) {
    String source = argument.template().source();
    if (elements.find(source, context.pages()) instanceof ElementFinder.Found.One one
        && Names.same(one.element().page(), element.page())
        && Names.same(one.element().name(), element.name())) {
      boolean named =
          source.indexOf('/') > 0
              && Names.same(source.substring(0, source.indexOf('/')), element.page());
      int start = named ? source.indexOf('/') + 1 : 0;
      add(argument.range(start, source.length()), source.substring(start), false);
    }
  }

  private void parameter(Block block, RenameTarget.Parameter parameter) {
    for (SectionBody body : block.sections(Section.TAKES)) {
      headed(body, "name", parameter.name(), true);
      for (Line.Row row : body.body()) {
        row.cells().forEach(cell -> references(Template.of(cell.source()), cell.range(), 0));
      }
    }
    for (Line.Property phrase : new KeywordBlock(block).phrases()) {
      for (String written : PhraseIndex.places(phrase.value())) {
        int start = phrase.value().indexOf("<" + written + ">") + 1;
        if (start > 0 && Names.same(written, parameter.name())) {
          add(phrase.valueRange().part(start, start + written.length()), written, false);
        }
      }
    }
    body(block);
  }

  private void column(Block block, RenameTarget.Column column) {
    references(Template.of(block.name()), block.nameRange(), 0);
    for (SectionBody data : block.sections(Section.DATA)) {
      for (Cell cell : data.head().map(Line.Row::cells).orElse(List.of())) {
        if (Names.same(cell.name(), column.name())) {
          add(cell.range(), cell.source(), true);
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
      add(property.valueRange(), property.value(), false);
    }
  }

  /** The references of steps, in cells and marks. */
  private void body(Block block) {
    BindingContext context = context();
    for (Section section : STEPS) {
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
          boolean ofPlace =
              last == 1
                  && thing instanceof RenameTarget.Column
                  && reference.path().get(0).equalsIgnoreCase("row");
          if ((last == 0 || ofPlace) && Names.same(reference.path().get(last), thing.name())) {
            String source = template.source();
            String written = source.substring(reference.start(), reference.end());
            int start = reference.start() + written.lastIndexOf('/') + 1;
            String name = source.substring(start, reference.end());
            add(range.part(offset + start, offset + reference.end()), name, false);
          }
        });
  }
}
