package elmtable.plan;

import elmtable.block.PlanBlock;
import elmtable.block.Property;
import elmtable.language.BlockKind;
import elmtable.language.Line;
import elmtable.project.Project;
import elmtable.project.entry.NamedBlock;
import elmtable.text.Nearest;
import java.util.List;

/** A selection that the project keeps under a name. */
public record SavedPlan(NamedBlock named) {
  /** All of a project, by document path, then line. */
  public static List<SavedPlan> of(Project project) {
    return project.index().named(BlockKind.PLAN).stream().map(SavedPlan::new).toList();
  }

  /** Throws {@link Planner.BadSelectionException} where there is none of that name. */
  public static SavedPlan named(Project project, String name) {
    List<String> known =
        project.index().named(BlockKind.PLAN).stream().map(NamedBlock::name).toList();
    return project
        .index()
        .named(BlockKind.PLAN, name)
        .map(SavedPlan::new)
        .orElseThrow(() ->
            new Planner.BadSelectionException(
                "The project has no plan “" + name + "”." + Nearest.to(name, known).question()));
  }

  public String name() {
    return named.name();
  }

  public PlanBlock block() {
    return new PlanBlock(named.block());
  }

  /** What it selects. */
  public Selection selection() {
    return new Selection(
        tags(),
        block().suites().names(),
        null,
        null,
        null,
        block().environments().names(),
        block().browsers().names());
  }

  /** Its tag expression as written, or the empty text. */
  private String tags() {
    return block().tags().map(Property::line).map(Line.Property::value).orElse("");
  }
}
