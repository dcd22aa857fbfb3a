package elmtable.server.view;

import elmtable.binding.EnclosingBlock;
import elmtable.formula.Template;
import elmtable.language.Block;
import elmtable.language.Document.LocatedBlock;
import elmtable.language.Line;
import elmtable.language.Section;
import elmtable.language.Step;
import elmtable.project.Project;
import elmtable.project.SourceDocument;
import elmtable.refactoring.RenameTarget;
import elmtable.refactoring.Use;
import elmtable.refactoring.Uses;
import elmtable.server.message.BlockMessages.UseView;
import elmtable.server.message.SheetMessages.TextPiece;
import java.util.List;
import java.util.Optional;

/** Makes of the places where something is named what a list of uses shows. */
public final class UseViews {
  private final Project project;
  private final CaseOutcomes outcomes;

  public UseViews(Project project, CaseOutcomes outcomes) {
    this.project = project;
    this.outcomes = outcomes;
  }

  /** In the order of documents and lines. */
  public List<UseView> of(RenameTarget thing) {
    return Uses.of(project, thing).stream().map(this::view).toList();
  }

  private UseView view(Use use) {
    int line = use.range().line();
    Optional<LocatedBlock> located = block(use.document(), line);
    return new UseView(
        use.document(),
        line + 1,
        located.map(found -> found.block().kind().word()).orElse(""),
        located.map(found -> title(use.document(), found)).orElse(List.of()),
        located.map(found -> where(found, line)).orElse(""),
        use.declares(),
        located
            .flatMap(found -> project.indexes().get(use.document()).caseAt(found))
            .map(entry -> outcomes.ran(entry).last())
            .orElse(null));
  }

  private Optional<LocatedBlock> block(String path, int line) {
    return project.document(path).map(SourceDocument::document).flatMap(d -> d.blockAt(line));
  }

  /** A block's name with its references. */
  List<TextPiece> title(String path, LocatedBlock located) {
    return TextPieces.of(
        Template.of(located.block().name()), EnclosingBlock.of(project, path, located).names());
  }

  /** The name of the block that has a line, in plain text. */
  String title(String path, int line) {
    return block(path, line).map(located -> located.block().name()).orElse("");
  }

  private static String where(LocatedBlock located, int line) {
    Block block = located.block();
    int own = line - located.firstLine();
    for (Section section : List.of(Section.SET_UP, Section.STEPS, Section.TEAR_DOWN)) {
      List<Step> steps = block.steps(section);
      for (int i = 0; i < steps.size(); i++) {
        if (steps.get(i).range().line() == own) {
          String before = section == Section.STEPS ? "" : section.word() + " ";
          return before + "step " + (i + 1);
        }
      }
    }
    return block.properties().stream()
        .filter(property -> property.range().line() == own)
        .map(Line.Property::word)
        .findFirst()
        .orElse("");
  }
}
