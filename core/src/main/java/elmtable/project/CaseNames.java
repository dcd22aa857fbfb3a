package elmtable.project;

import elmtable.formula.Evaluator;
import elmtable.formula.FormulaFailure;
import elmtable.formula.Surroundings;
import elmtable.formula.Template;
import elmtable.formula.Value;
import elmtable.language.Step;
import elmtable.text.Names;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/** Fills in the name of a case. */
public final class CaseNames {
  private final CaseEntry entry;
  private final Template template;
  private final Map<String, Value> known = new HashMap<>();
  private final Evaluator evaluator;

  /**
   * @param values what the environment gives
   */
  public CaseNames(CaseEntry entry, Map<String, Value> values) {
    this.entry = entry;
    this.template = entry.nameTemplate();
    known.putAll(values);
    this.evaluator =
        new Evaluator(
            path -> Optional.ofNullable(known.get(Names.key(path.get(path.size() - 1)))),
            Surroundings.seeded(0, "plan"));
  }

  public String of(Optional<RowUse> row) {
    if (entry.block().isScenario()) {
      return row.map(use -> Step.filled(entry.name(), use.columns(), use.texts()))
          .orElse(entry.name());
    }
    if (!template.hasReferences()) {
      return template.literal().orElse(entry.name());
    }
    row.ifPresent(use -> known.putAll(use.literalValues()));
    StringBuilder name = new StringBuilder();
    for (Template.Part part : template.parts()) {
      switch (part) {
        case Template.Plain plain -> name.append(plain.text());
        case Template.Grid grid -> {}
        case Template.Place place -> name.append(shown(place));
      }
    }
    return name.toString();
  }

  /**
   * A reference without a value stays as written, so that the plan still shows which case it is.
   */
  private String shown(Template.Place place) {
    try {
      return evaluator.value(place.formula()).text();
    } catch (FormulaFailure withoutValue) {
      return entry.name().substring(place.start(), place.end());
    }
  }
}
