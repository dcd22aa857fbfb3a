package elmtable.check.rules;

import elmtable.binding.BindingContext;
import elmtable.binding.VisibleNames;
import elmtable.check.rules.step.DefaultChecks;
import elmtable.check.rules.step.PropertyChecks;
import elmtable.check.rules.step.StepChecks;
import elmtable.formula.Kind;
import elmtable.keyword.Parameter;
import elmtable.keyword.PhraseIndex;
import elmtable.language.Block;
import elmtable.language.Line;
import elmtable.language.Section;
import elmtable.language.SectionTable;
import elmtable.project.Project;
import elmtable.project.entry.KeywordEntry;
import elmtable.text.Diagnostic;
import elmtable.text.Fix;
import elmtable.text.Names;
import elmtable.text.Nearest;
import elmtable.text.Problem;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

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
    DefaultChecks.check(entry, project, problems);
    names(block, Section.GIVES, "result", problems);
    PropertyChecks properties = new PropertyChecks(project.index(), problems);
    properties.pages(entry.own().pages());
    properties.readable(entry.own().draft());
    entry.own().phrases().forEach(phrase -> phrase(phrase, entry, problems));
    if (winner) {
      VisibleNames visible = VisibleNames.of(entry, project);
      problems.addAll(
          steps.check(
              block.steps(Section.STEPS), BindingContext.of(entry), visible, entry.isDraft()));
      if (entry.isDraft() && !block.activeSteps(Section.STEPS).isEmpty()) {
        DraftChecks.finished(block, entry.own().draft(), problems);
      }
    }
    return problems;
  }

  /**
   * What a phrase has no place for must have a default, but for a table, which stands beneath the
   * sentence.
   */
  private static void phrase(
      Line.Property phrase, KeywordEntry.Composed entry, List<Diagnostic> problems) {
    Optional<String> objection = PhraseIndex.objection(phrase.value());
    if (objection.isPresent()) {
      problems.add(
          new Diagnostic(
              Problem.BAD_PROPERTY_VALUE,
              phrase.valueRange(),
              "“" + phrase.value() + "” " + objection.get()));
      return;
    }
    Set<String> places = new HashSet<>();
    PhraseIndex.placeholders(phrase.value()).forEach(place -> places.add(Names.key(place)));
    List<Parameter> left =
        entry.signature().takes().stream()
            .filter(parameter -> !places.contains(Names.key(parameter.name())))
            .toList();
    List<String> missing = new ArrayList<>();
    for (int i = 0; i < left.size(); i++) {
      boolean beneath = i == 0 && left.get(i).kind().type() == Kind.Type.TABLE;
      if (!left.get(i).optional() && !beneath) {
        missing.add(left.get(i).name());
      }
    }
    if (!missing.isEmpty()) {
      problems.add(
          new Diagnostic(
              Problem.PHRASE_LEAVES_OUT,
              phrase.valueRange(),
              "This phrase has no place for "
                  + String.join(", ", missing)
                  + ", so a sentence alone is not enough; add one or give a default.",
              Fix.replace(
                  "Add" + places(missing), phrase.valueRange(), phrase.value() + places(missing))));
    }
    List<String> known =
        entry.signature().takes().stream().map(parameter -> Names.key(parameter.name())).toList();
    places.removeAll(known);
    for (String unknown : places) {
      problems.add(
          new Diagnostic(
              Problem.UNKNOWN_REFERENCE,
              phrase.valueRange(),
              "This keyword takes no “" + unknown + "”, so the phrase can have no place for it."));
    }
  }

  private static String places(List<String> parameters) {
    return parameters.stream().map(name -> " <" + name + ">").collect(Collectors.joining());
  }

  static void names(Block block, Section section, String noun, List<Diagnostic> problems) {
    Optional<SectionTable> table = block.section(section).map(SectionTable::of);
    Set<String> seen = new HashSet<>();
    for (SectionTable.Row row : table.map(SectionTable::rows).orElse(List.of())) {
      String name = row.text("name");
      if (!name.isEmpty() && !seen.add(Names.key(name))) {
        problems.add(
            new Diagnostic(
                Problem.DUPLICATE_NAME,
                row.cell("name").range(),
                "There is already a " + noun + " “" + name + "”."));
      }
      if (Kind.read(row.text("kind")).isEmpty()) {
        problems.add(
            new Diagnostic(
                Problem.UNKNOWN_KIND,
                row.cell("kind").range(),
                "“"
                    + row.text("kind")
                    + "” is not a kind; there are "
                    + String.join(", ", Kind.words())
                    + ", where choice is followed by its values.",
                Nearest.to(row.text("kind"), Kind.words()).fixes(row.cell("kind").range())));
      }
    }
  }
}
