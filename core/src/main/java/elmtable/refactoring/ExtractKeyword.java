package elmtable.refactoring;

import elmtable.binding.LocatedStep;
import elmtable.check.CheckedProject;
import elmtable.project.Project;
import elmtable.text.Edit;
import elmtable.text.Names;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Makes a keyword of steps, and calls it wherever they stand. */
final class ExtractKeyword {
  private final CheckedProject checked;
  private final Project project;
  private final Optional<LocatedStep> at;
  private final int count;
  private final String name;
  private final Set<Extraction.Place> except;

  /**
   * @param except places with the same steps that are left as they are
   */
  ExtractKeyword(
      CheckedProject checked,
      String document,
      int line,
      int count,
      String name,
      Set<Extraction.Place> except) {
    this.checked = checked;
    this.project = checked.project();
    this.at = LocatedStep.find(project, document, line);
    this.count = count;
    this.name = name;
    this.except = except;
  }

  /** Where these steps stand, the chosen place first; nothing where there are none. */
  List<Extraction.Place> places() {
    return isThere() ? places(sameSteps().everywhere()) : List.of();
  }

  /** Those of some places where the extraction would find these steps, the chosen one first. */
  List<Extraction.Place> placesAmong(List<Extraction.Place> known) {
    return places(sameSteps().among(known));
  }

  private boolean isThere() {
    return at.isPresent() && count >= 1 && at.get().index() + count <= at.get().steps().size();
  }

  private SameSteps sameSteps() {
    return new SameSteps(project, at.orElseThrow(), count);
  }

  private static List<Extraction.Place> places(List<LocatedStep> steps) {
    return steps.stream().map(ExtractKeyword::place).toList();
  }

  private static Extraction.Place place(LocatedStep step) {
    return new Extraction.Place(step.document().path(), step.line(step.index()));
  }

  Extraction extraction() {
    Optional<String> refusal = refusal();
    if (refusal.isPresent()) {
      return new Extraction(Preview.refused(refusal.get()), places(), List.of(), List.of());
    }
    LocatedStep chosen = at.orElseThrow();
    SameSteps same = sameSteps();
    List<LocatedStep> all = same.everywhere();
    List<String> gives = same.usedAfter(chosen);
    List<LocatedStep> replaced =
        all.stream().filter(step -> step == chosen || !except.contains(place(step))).toList();
    ExtractedBody body = new ExtractedBody(project, replaced, count);
    List<Extraction.Taken> taken =
        body.takes().stream()
            .map(each ->
                new Extraction.Taken(each.name(), each.kind().described(), each.arguments()))
            .toList();
    return new Extraction(preview(replaced, body, gives), places(all), taken, gives);
  }

  private Optional<String> refusal() {
    if (!isThere()) {
      return Optional.of("There are not so many steps here.");
    }
    if (!Placement.isName(name)) {
      return Optional.of("“" + name + "” cannot be the name of a keyword.");
    }
    if (project.index().keyword(name).isPresent()) {
      return Optional.of("There is already a keyword “" + name + "”.");
    }
    LocatedStep first = at.get();
    return first.steps().subList(first.index(), first.index() + count).stream()
            .anyMatch(step -> Names.same(step.first().name(), "give"))
        ? Optional.of("“give” hands out the results of the keyword it stands in.")
        : Optional.empty();
  }

  private Preview preview(List<LocatedStep> places, ExtractedBody body, List<String> gives) {
    List<Edit> edits = new ArrayList<>();
    for (int i = 0; i < places.size(); i++) {
      call(places.get(i), i, body, gives, edits);
    }
    edits.add(keyword(body, gives));
    List<String> warnings = new ArrayList<>();
    if (places.size() > 1) {
      warnings.add("These steps stand in " + places.size() + " places, and all of them call it.");
    }
    return Preview.of(checked, edits, warnings);
  }

  private void call(
      LocatedStep place, int index, ExtractedBody body, List<String> gives, List<Edit> edits) {
    List<String> row = new ArrayList<>(List.of(name));
    body.takes().forEach(taken -> row.add(taken.arguments().get(index)));
    if (!gives.isEmpty()) {
      row.add("=> " + String.join(", ", gives));
    }
    String path = place.document().path();
    Range first = place.step().range().shiftedBy(place.located().firstLine());
    edits.add(new Edit(path, first, "| " + String.join(" | ", row) + " |"));
    for (int i = 1; i < count; i++) {
      edits.add(Edit.removeLine(path, place.line(place.index() + i)));
    }
  }

  /** At the end of the document that the steps were chosen in. */
  private Edit keyword(ExtractedBody body, List<String> gives) {
    StringBuilder text = new StringBuilder("keyword " + name + "\n");
    List<String> pages = at.orElseThrow().context(project).pages();
    if (!pages.isEmpty()) {
      text.append("pages: ").append(String.join(", ", pages)).append('\n');
    }
    if (!body.takes().isEmpty()) {
      text.append("takes\n| name | kind |\n");
      body.takes()
          .forEach(taken ->
              text.append("| ")
                  .append(taken.name())
                  .append(" | ")
                  .append(taken.kind().written())
                  .append(" |\n"));
    }
    if (!gives.isEmpty()) {
      text.append("gives\n| name |\n");
      gives.forEach(each -> text.append("| ").append(each).append(" |\n"));
    }
    text.append("steps\n");
    body.steps().forEach(row -> text.append("| ").append(String.join(" | ", row)).append(" |\n"));
    if (!gives.isEmpty()) {
      text.append("| give");
      gives.forEach(each -> text.append(" | <").append(each).append('>'));
      text.append(" |\n");
    }
    return Placement.atEnd(at.get().document(), text.toString());
  }
}
