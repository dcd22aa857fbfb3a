package elmtable.refactoring;

import elmtable.binding.Binder;
import elmtable.binding.BindingContext;
import elmtable.binding.BoundArgument;
import elmtable.binding.BoundStep;
import elmtable.binding.ElementFinder;
import elmtable.binding.EnclosingBlock;
import elmtable.formula.Kind;
import elmtable.formula.Template;
import elmtable.gherkin.GherkinParser;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Cell;
import elmtable.language.Document.LocatedBlock;
import elmtable.language.Line;
import elmtable.language.Mark;
import elmtable.language.Section;
import elmtable.language.SectionBody;
import elmtable.language.Step;
import elmtable.project.DocumentKind;
import elmtable.project.Project;
import elmtable.project.SourceDocument;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.SuiteEntry;
import elmtable.text.Names;
import elmtable.text.Range;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;

/** Finds where something is named, and where it is declared. */
public final class Uses {
  static final List<Section> STEPS = List.of(Section.SET_UP, Section.STEPS, Section.TEAR_DOWN);

  private final Project project;
  private final RenameTarget thing;
  private final ElementFinder elements;
  private final Map<Block, CaseEntry> cases = new IdentityHashMap<>();
  private final UseList uses = new UseList();
  private final PropertyUses properties;
  private final ReferenceUses references;

  private Uses(Project project, RenameTarget thing) {
    this.project = project;
    this.thing = thing;
    this.elements = new ElementFinder(project.index());
    this.properties = new PropertyUses(project, thing, cases, uses);
    this.references = new ReferenceUses(project, thing, uses);
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
      boolean feature =
          DocumentKind.of(document.path()).filter(DocumentKind.FEATURE::equals).isPresent();
      if (feature) {
        uses.enter(document.path());
        GherkinParser.parse(document.text()).tags().stream()
            .flatMap(tag -> tag.naming().stream())
            .forEach(properties::findInTag);
      }
      for (LocatedBlock located : document.document().blocks()) {
        uses.enter(document.path(), located);
        block(located.block(), feature);
      }
    }
    return uses.sorted();
  }

  /**
   * @param feature whether its properties are tags, of which several make one property
   */
  private void block(Block block, boolean feature) {
    declaration(block);
    if (!feature) {
      block.properties().forEach(property -> properties.find(block, property));
    }
    if (thing instanceof RenameTarget.Named named && named.kind() == BlockKind.DATA_SET) {
      lookups(block, named.name());
    }
    BindingContext context = context();
    for (Section section : STEPS) {
      block.steps(section).forEach(step -> step(block, step, context));
    }
    switch (thing) {
      case RenameTarget.Parameter parameter when isKeyword(block, parameter.keyword()) ->
          references.parameter(block, parameter);
      case RenameTarget.Column column when isCase(block, column.suite(), column.caseName()) ->
          references.column(block, column);
      default -> {}
    }
  }

  /** Rows of a data set that are looked up outside of arguments: in names, cells and conditions. */
  private void lookups(Block block, String set) {
    references.dataSet(Template.of(block.name()), block.nameRange(), 0, set);
    for (SectionBody body : block.sections()) {
      for (Line.Row row : body.section().holdsSteps() ? List.<Line.Row>of() : body.body()) {
        row.cells()
            .forEach(cell -> references.dataSet(Template.of(cell.source()), cell.range(), 0, set));
      }
    }
    for (Section section : STEPS) {
      for (Step step : block.steps(section)) {
        Mark.OnlyIf onlyIf = step.mark(Mark.OnlyIf.class);
        if (onlyIf != null) {
          int offset = onlyIf.cell().source().length() - onlyIf.formula().source().length();
          references.dataSet(onlyIf.formula(), onlyIf.cell().range(), offset, set);
        }
      }
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
      uses.add(block.nameRange(), block.name(), true);
    }
    if (thing instanceof RenameTarget.Element element
        && block.kind() == BlockKind.PAGE
        && Names.same(block.name(), element.page())) {
      for (SectionBody body : block.sections(Section.ELEMENTS)) {
        uses.headed(body, "element", element.name(), true);
      }
    }
  }

  private BindingContext context() {
    return EnclosingBlock.of(project, uses.path(), uses.located()).context();
  }

  private void step(Block block, Step step, BindingContext context) {
    BoundStep bound = new Binder(project.index()).bind(step, context);
    if (thing instanceof RenameTarget.Named named && named.kind() == BlockKind.KEYWORD) {
      boolean calls =
          bound.keyword().filter(k -> Names.same(k.signature().name(), named.name())).isPresent();
      if (calls) {
        boolean byName = Names.same(step.first().name(), named.name());
        uses.add(step.first().range(), step.first().source(), false, byName);
      }
    }
    if (thing instanceof RenameTarget.Named named && named.kind() == BlockKind.DATA_SET) {
      Mark.ForEach each = step.mark(Mark.ForEach.class);
      if (each != null && Names.same(each.list(), named.name())) {
        int start = each.listOffset();
        uses.add(each.cell().range().part(start, start + each.list().length()), each.list(), false);
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
        uses.add(cell.range().part(0, written.length()), written, false);
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
                || named.kind() == BlockKind.DATA_SET
                    && (kind == Kind.Type.TABLE || kind == Kind.Type.LIST);
        if (named.kind() == BlockKind.DATA_SET && argument.cell().isPresent()) {
          Range cell = argument.cell().get().range();
          references.dataSet(argument.template(), cell, argument.offset(), named.name());
        }
        if (whole && Names.same(argument.template().literal().orElse(""), named.name())) {
          uses.add(argument.range(), source, false);
        }
        int slash = source.indexOf('/');
        if (named.kind() == BlockKind.PAGE
            && kind == Kind.Type.ELEMENT
            && slash > 0
            && Names.same(source.substring(0, slash), named.name())) {
          uses.add(argument.range(0, slash), source.substring(0, slash), false);
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
      uses.add(argument.range(start, source.length()), source.substring(start), false);
    }
  }
}
