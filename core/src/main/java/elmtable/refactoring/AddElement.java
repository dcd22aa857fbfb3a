package elmtable.refactoring;

import elmtable.binding.Binder;
import elmtable.binding.BoundArgument;
import elmtable.binding.ElementFinder;
import elmtable.binding.LocatedStep;
import elmtable.check.CheckedProject;
import elmtable.formula.Kind;
import elmtable.language.Cell;
import elmtable.language.Line;
import elmtable.language.Section;
import elmtable.language.SectionBody;
import elmtable.project.Project;
import elmtable.project.entry.PageEntry;
import elmtable.text.Edit;
import elmtable.text.Names;
import elmtable.text.Range;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Adds an element that a step names to the page in force. */
final class AddElement {
  /** How elements that a keyword acts on are mostly called on the page. */
  private static final Map<String, String> WAYS =
      Map.of(
          "press", "button",
          "enter", "label",
          "add text", "label",
          "clear", "label",
          "choose", "label",
          "choose several", "label",
          "tick", "label",
          "untick", "label",
          "attach file", "label");

  private final CheckedProject checked;
  private final Project project;
  private final Optional<LocatedStep> at;
  private final Optional<BoundArgument> argument;
  private final String keyword;

  /**
   * @param cell counted from 0 behind the first one
   */
  AddElement(CheckedProject checked, String document, int line, int cell) {
    this.checked = checked;
    this.project = checked.project();
    this.at = LocatedStep.find(project, document, line);
    this.argument =
        at.flatMap(step ->
            new Binder(project.index()).bind(step.step(), step.context(project)).argumentAt(cell));
    this.keyword =
        at.flatMap(step -> project.index().called(step.step()))
            .map(called -> called.signature().name())
            .orElse("");
  }

  Preview preview() {
    boolean element =
        argument.filter(a -> a.parameter().kind().type() == Kind.Type.ELEMENT).isPresent();
    Optional<String> name =
        element ? ElementFinder.nameIn(argument.get().template()) : Optional.empty();
    if (name.isEmpty() || argument.get().template().hasReferences()) {
      return Preview.refused("There is no element's name here.");
    }
    List<String> pages = at.orElseThrow().context(project).pages();
    if (!(new ElementFinder(project.index()).find(name.get(), pages)
        instanceof ElementFinder.Found.None)) {
      return Preview.refused("There is already an element “" + name.get() + "”.");
    }
    int slash = name.get().indexOf('/');
    Optional<PageEntry> named =
        slash > 0 ? project.index().page(name.get().substring(0, slash)) : Optional.empty();
    Optional<PageEntry> page =
        named.or(() -> pages.stream().flatMap(p -> project.index().page(p).stream()).findFirst());
    if (page.isEmpty()) {
      return Preview.refused(
          "No page is in force here; name one before a slash, or set “pages” first.");
    }
    String own = named.isPresent() ? name.get().substring(slash + 1).strip() : name.get();
    return Preview.of(checked, List.of(added(page.get(), own)), List.of());
  }

  private Edit added(PageEntry page, String name) {
    String way = WAYS.getOrDefault(Names.key(keyword), "text");
    Optional<SectionBody> elements = page.located().block().section(Section.ELEMENTS);
    if (elements.isEmpty() || elements.get().rows().isEmpty()) {
      String table =
          "elements\n"
              + Placement.row(List.of("element", "by", "locator"))
              + Placement.row(List.of(name, way, name));
      int line = page.located().block().lineCount();
      return Placement.before(page.path(), page.located(), line, table);
    }
    List<Line.Row> rows = elements.get().rows();
    List<String> cells =
        rows.get(0).cells().stream()
            .map(Cell::name)
            .map(column -> cell(column, name, way))
            .toList();
    int last = page.located().firstLine() + rows.get(rows.size() - 1).range().line();
    return new Edit(page.path(), new Range(last + 1, 0, 0), Placement.row(cells));
  }

  private static String cell(String column, String name, String way) {
    return switch (Names.key(column)) {
      case "element", "locator" -> name;
      case "by" -> way;
      default -> "";
    };
  }
}
