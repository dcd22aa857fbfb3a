package elmtable.project;

import elmtable.formula.EvaluationContext;
import elmtable.formula.Evaluator;
import elmtable.formula.Formula;
import elmtable.formula.FormulaException;
import elmtable.formula.Template;
import elmtable.formula.Value;
import elmtable.language.Step;
import elmtable.project.entry.CaseEntry;
import elmtable.text.Names;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Fills in the name of a case. */
public final class CaseNames {
  private final CaseEntry entry;
  private final Template template;
  private final boolean hasReferences;
  private final boolean isOutline;
  private final Map<String, Value> environment = new HashMap<>();
  private final Evaluator evaluator;

  /** For each part of the template, the key of the one name that it says, or the empty text. */
  private final List<String> keys;

  /** For each part of the template, the column that it is, or -1. */
  private final int[] direct;

  private List<String> columns = List.of();
  private Map<String, Integer> positions = Map.of();
  private CaseRow row;

  /**
   * @param values what the environment gives
   */
  public CaseNames(CaseEntry entry, Project project, Map<String, Value> values) {
    this.entry = entry;
    this.template = entry.nameTemplate();
    this.hasReferences = template.hasReferences();
    this.isOutline = entry.block().isScenario();
    environment.putAll(values);
    this.keys = template.parts().stream().map(CaseNames::key).toList();
    this.direct = new int[keys.size()];
    Arrays.fill(direct, -1);
    this.evaluator =
        new Evaluator(this::find, EvaluationContext.seeded(0, DataValues.of(project, environment)));
  }

  private static String key(Template.Part part) {
    return part instanceof Template.Expression place
            && place.formula() instanceof Formula.Reference reference
            && reference.path().size() == 1
        ? Names.key(reference.path().get(0))
        : "";
  }

  private Optional<Value> find(List<String> path) {
    String key = Names.key(path.get(path.size() - 1));
    Integer position = positions.get(key);
    return Optional.ofNullable(
        position == null ? environment.get(key) : Value.of(row.text(position)));
  }

  /** Where the columns of a row are; the rows of a part have the same list of them. */
  private void use(CaseRow use) {
    row = use;
    if (columns != use.columns()) {
      columns = use.columns();
      positions = new HashMap<>();
      for (int i = 0; i < columns.size(); i++) {
        positions.put(Names.key(columns.get(i)), i);
      }
      Arrays.setAll(direct, i -> positions.getOrDefault(keys.get(i), -1));
    }
  }

  public String of(Optional<CaseRow> of) {
    if (isOutline) {
      return of.map(use -> Step.filled(entry.name(), use.columns(), use.texts()))
          .orElse(entry.name());
    }
    if (!hasReferences) {
      return template.literal().orElse(entry.name());
    }
    of.ifPresent(this::use);
    StringBuilder name = new StringBuilder();
    for (int i = 0; i < direct.length; i++) {
      if (direct[i] >= 0) {
        // Most references are plain columns, which need no working out.
        name.append(row.text(direct[i]));
        continue;
      }
      switch (template.parts().get(i)) {
        case Template.Plain plain -> name.append(plain.text());
        case Template.Grid grid -> {}
        case Template.Expression place -> name.append(shown(place));
      }
    }
    return name.toString();
  }

  /**
   * A reference without a value stays as written, so that the plan still shows which case it is.
   */
  private String shown(Template.Expression place) {
    try {
      return evaluator.value(place.formula()).text();
    } catch (FormulaException withoutValue) {
      return entry.name().substring(place.start(), place.end());
    }
  }
}
