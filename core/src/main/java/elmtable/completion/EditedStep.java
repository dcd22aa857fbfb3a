package elmtable.completion;

import elmtable.binding.EnclosingBlock;
import elmtable.language.Document.LocatedBlock;
import elmtable.language.Line;
import elmtable.project.Project;
import elmtable.project.entry.ElementEntry;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/** The row of the step that is being edited, and what is near it. */
record EditedStep(Project project, EnclosingBlock enclosing, Line.Row row) {
  static EditedStep of(Project project, String path, LocatedBlock located, Line.Row row) {
    return new EditedStep(project, EnclosingBlock.of(project, path, located), row);
  }

  /** The rows of steps further up in its block, empty ones left out. */
  List<Line.Row> rowsAbove() {
    return enclosing.block().sections().stream()
        .filter(body -> body.section().holdsSteps())
        .flatMap(body -> body.rows().stream())
        .filter(each -> each.width() > 0 && each.range().line() < row.range().line())
        .toList();
  }

  /** The pages in force, and before them the one that the steps above opened last. */
  private List<String> nearPages() {
    String opened = "";
    for (Line.Row each : rowsAbove()) {
      if (each.width() > 1 && each.cells().get(0).name().equals("open")) {
        opened = each.cells().get(1).name();
      }
    }
    Set<String> pages = new LinkedHashSet<>();
    if (!opened.isEmpty()) {
      pages.add(opened);
    }
    pages.addAll(enclosing.context().pages());
    return new ArrayList<>(pages);
  }

  List<ElementEntry> nearElements() {
    return nearPages().stream()
        .flatMap(page -> project.index().page(page).stream())
        .flatMap(page -> page.elements().stream())
        .toList();
  }
}
