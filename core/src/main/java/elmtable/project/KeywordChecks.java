package elmtable.project;

import elmtable.keyword.Kind;
import elmtable.language.Block;
import elmtable.language.Section;
import elmtable.language.SectionTable;
import elmtable.text.Diagnostic;
import elmtable.text.Fix;
import elmtable.text.Names;
import elmtable.text.Problem;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Checks a composed keyword: its parameters, outputs and steps. */
final class KeywordChecks {
  private final Project project;
  private final StepChecks steps;

  KeywordChecks(Project project, StepChecks steps) {
    this.project = project;
    this.steps = steps;
  }

  /**
   * @param winner whether its name finds it; the steps of a double are not checked
   */
  List<Diagnostic> check(KeywordEntry.Composed entry, boolean winner) {
    Block block = entry.block();
    List<Diagnostic> problems = new ArrayList<>();
    names(block, Section.TAKES, "parameter", problems);
    names(block, Section.GIVES, "result", problems);
    PropertyChecks.pages(block, project.index(), problems);
    PropertyChecks.yesNo(block, "draft", problems);
    if (winner) {
      Reach reach = Reach.of(entry, project.index());
      problems.addAll(
          steps.check(
              block.steps(Section.STEPS), StepPlace.of(entry), reach, block.isYes("draft")));
    }
    return problems;
  }

  private static void names(Block block, Section section, String noun, List<Diagnostic> problems) {
    Optional<SectionTable> table = block.section(section).map(SectionTable::of);
    Set<String> seen = new HashSet<>();
    for (SectionTable.Row row : table.map(SectionTable::rows).orElse(List.of())) {
      String name = row.text("name");
      if (!name.isEmpty() && !seen.add(Names.key(name))) {
        problems.add(
            new Diagnostic(
                Problem.DUPLICATE_NAME,
                row.cell("name").range(),
                "A " + noun + " is called “" + name + "” already."));
      }
      if (Kind.read(row.text("kind")).isEmpty()) {
        Optional<String> near = Names.nearest(row.text("kind"), Kind.words());
        problems.add(
            new Diagnostic(
                Problem.UNKNOWN_KIND,
                row.cell("kind").range(),
                "“"
                    + row.text("kind")
                    + "” is no kind; there are "
                    + String.join(", ", Kind.words())
                    + ", where choice is followed by its values.",
                near
                    .map(kind -> Fix.replace("Use " + kind, row.cell("kind").range(), kind))
                    .stream()
                    .toArray(Fix[]::new)));
      }
    }
  }
}
