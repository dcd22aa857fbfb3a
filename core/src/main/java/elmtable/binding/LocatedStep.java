package elmtable.binding;

import elmtable.language.Block;
import elmtable.language.Document.LocatedBlock;
import elmtable.language.Section;
import elmtable.language.Step;
import elmtable.project.Project;
import elmtable.project.SourceDocument;
import java.util.List;
import java.util.Optional;

/**
 * A step of a document in the table language, with what it stands in.
 *
 * @param index among the steps of its section
 */
public record LocatedStep(
    SourceDocument document, LocatedBlock located, Section section, List<Step> steps, int index) {
  /** The step at a line counted from zero. */
  public static Optional<LocatedStep> find(Project project, String path, int line) {
    Optional<SourceDocument> document = project.document(path);
    if (document.isEmpty() || document.get().isFeature()) {
      return Optional.empty();
    }
    Optional<LocatedBlock> located = document.get().document().blockAt(line);
    if (located.isEmpty()) {
      return Optional.empty();
    }
    for (Section section : List.of(Section.SET_UP, Section.STEPS, Section.TEAR_DOWN)) {
      List<Step> steps = located.get().block().steps(section);
      for (int i = 0; i < steps.size(); i++) {
        if (steps.get(i).range().line() + located.get().firstLine() == line) {
          return Optional.of(new LocatedStep(document.get(), located.get(), section, steps, i));
        }
      }
    }
    return Optional.empty();
  }

  public Step step() {
    return steps.get(index);
  }

  public Block block() {
    return located.block();
  }

  /** A step's line in the document. */
  public int line(int step) {
    return located.firstLine() + steps.get(step).range().line();
  }

  public BindingContext context(Project project) {
    return EnclosingBlock.of(project, document.path(), located).context();
  }
}
