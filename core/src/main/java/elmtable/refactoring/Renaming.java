package elmtable.refactoring;

import elmtable.check.CheckedProject;
import elmtable.language.BlockKind;
import elmtable.project.Project;
import elmtable.project.entry.ElementEntry;
import elmtable.project.entry.NamePattern;
import elmtable.project.entry.PageEntry;
import elmtable.text.Edit;
import elmtable.text.Names;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Gives a thing another name. */
final class Renaming {
  private final CheckedProject checked;
  private final Project project;
  private final RenameTarget thing;
  private final String newName;
  private final List<String> warnings = new ArrayList<>();

  Renaming(CheckedProject checked, RenameTarget thing, String newName) {
    this.checked = checked;
    this.project = checked.project();
    this.thing = thing;
    this.newName = newName;
  }

  Preview preview() {
    boolean mayHavePlaceholders =
        thing instanceof RenameTarget.Element || thing instanceof RenameTarget.Case || isFixture();
    String forbidden = mayHavePlaceholders ? "|" : "|[]<>";
    if (newName.isEmpty() || newName.chars().anyMatch(c -> forbidden.indexOf(c) >= 0)) {
      return Preview.refused(
          "“"
              + newName
              + "” cannot be a name; one is not empty and has none of "
              + forbidden
              + ".");
    }
    List<Use> uses = Uses.of(project, thing);
    if (uses.stream().noneMatch(Use::declares)) {
      return Preview.refused("“" + thing.name() + "” not found.");
    }
    if (!Names.same(newName, thing.name()) && isTaken()) {
      return Preview.refused("There is already one with the name “" + newName + "”.");
    }
    List<Edit> edits = new ArrayList<>();
    for (Use use : uses) {
      if (use.byName()) {
        written(use).ifPresent(text -> edits.add(new Edit(use.document(), use.range(), text)));
      }
    }
    return Preview.of(checked, edits, warnings);
  }

  private boolean isFixture() {
    return thing instanceof RenameTarget.Named named && named.kind() == BlockKind.FIXTURE;
  }

  private boolean isTaken() {
    return switch (thing) {
      case RenameTarget.Named named ->
          switch (named.kind()) {
            case KEYWORD -> project.index().keyword(newName).isPresent();
            case PAGE -> project.index().page(newName).isPresent();
            case DATA_SET -> project.index().dataSet(newName).isPresent();
            case SUITE ->
                project.index().suites().stream().anyMatch(s -> Names.same(s.name(), newName));
            case CASE, HOOK -> false;
            default -> project.index().named(named.kind(), newName).isPresent();
          };
      case RenameTarget.Element element ->
          project
              .index()
              .page(element.page())
              .filter(page -> page.elements().stream().anyMatch(e -> Names.same(e.name(), newName)))
              .isPresent();
      case RenameTarget.Case one ->
          project.index().suites().stream()
              .filter(suite -> Names.same(suite.name(), one.suite()))
              .flatMap(suite -> suite.cases().stream())
              .anyMatch(entry -> Names.same(entry.name(), newName));
      case RenameTarget.Parameter parameter ->
          !Uses.of(project, new RenameTarget.Parameter(parameter.keyword(), newName)).isEmpty();
      case RenameTarget.Column column ->
          !Uses.of(project, new RenameTarget.Column(column.suite(), column.caseName(), newName))
              .isEmpty();
    };
  }

  /** What stands at a use afterwards; placeholders keep the values that they have there. */
  private Optional<String> written(Use use) {
    if (use.declares()) {
      return Optional.of(newName);
    }
    NamePattern pattern = pattern();
    if (pattern == null || !pattern.hasPlaceholders()) {
      return Optional.of(inTags(use));
    }
    Optional<String> written = pattern.renamed(use.text(), newName);
    if (written.isEmpty()) {
      warnings.add(
          use.document()
              + ", line "
              + (use.range().line() + 1)
              + ": “"
              + use.text()
              + "” fits no name with other placeholders; it stays as it is.");
    }
    return written;
  }

  /** The name of a thing whose name may have placeholders, else null. */
  private NamePattern pattern() {
    return switch (thing) {
      case RenameTarget.Element element ->
          project.index().page(element.page()).map(PageEntry::elements).orElse(List.of()).stream()
              .filter(e -> Names.same(e.name(), element.name()))
              .map(ElementEntry::pattern)
              .findFirst()
              .orElse(null);
      default -> isFixture() ? NamePattern.of(thing.name()) : null;
    };
  }

  /** In a feature a name stands in a tag, with hyphens for its blanks. */
  private String inTags(Use use) {
    boolean tag =
        use.document().endsWith(".feature")
            && thing instanceof RenameTarget.Named named
            && named.kind() != BlockKind.KEYWORD
            && !use.declares();
    return tag ? newName.replace(' ', '-') : newName;
  }
}
