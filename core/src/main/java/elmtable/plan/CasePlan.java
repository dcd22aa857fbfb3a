package elmtable.plan;

import elmtable.data.BrokenData;
import elmtable.data.DataRow;
import elmtable.data.DataSource;
import elmtable.data.Rows;
import elmtable.formula.Evaluator;
import elmtable.formula.FormulaFailure;
import elmtable.formula.Surroundings;
import elmtable.formula.Template;
import elmtable.formula.Value;
import elmtable.project.CaseData;
import elmtable.project.CaseEntry;
import elmtable.text.Names;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;

/**
 * One case of a plan.
 *
 * @param out why none of its executable cases is in, or the empty text
 * @param parts the parts of its data that are in; empty for a case without rows
 * @param fault what keeps all its executable cases from running, or the empty text
 */
public record CasePlan(
    CaseEntry entry,
    String out,
    boolean hasRows,
    List<CaseData.Part> parts,
    String fault,
    String environment,
    String browser,
    Map<String, Value> values,
    Predicate<String> identities) {

  public boolean isIn() {
    return out.isEmpty();
  }

  /**
   * How many executable cases there are; a data set that cannot be read counts as one, which is an
   * error.
   */
  public long count() {
    return isIn() ? executables().size() : 0;
  }

  /** Its executable cases, read from their sources now. */
  public List<ExecutableCase> executables() {
    if (!isIn()) {
      return List.of();
    }
    List<ExecutableCase> all = new ArrayList<>();
    if (!hasRows) {
      all.add(executable(Optional.empty(), digest("once"), entry.tags(), fault));
    }
    Map<String, Integer> seen = new HashMap<>();
    for (CaseData.Part part : parts) {
      addRows(part, seen, all);
    }
    all.removeIf(executable -> !identities.test(executable.identity()));
    return withDistinctNames(all);
  }

  private void addRows(CaseData.Part part, Map<String, Integer> seen, List<ExecutableCase> all) {
    List<String> tags = new ArrayList<>(entry.tags());
    tags.addAll(part.tags());
    if (part.source().isEmpty()) {
      all.add(executable(Optional.empty(), digest("broken " + part.name()), tags, part.broken()));
      return;
    }
    DataSource source = part.source().get();
    List<String> columns = part.summary().columns();
    try (Rows rows = source.open()) {
      for (DataRow row = rows.next(); row != null; row = rows.next()) {
        RowUse use =
            new RowUse(part.name(), row.number(), columns, row.cells(), source.hasTemplates());
        String written = String.join("\u0000", row.cells());
        int times = seen.merge(written, 1, Integer::sum);
        String key = times == 1 ? written : written + "#" + times;
        all.add(
            executable(
                Optional.of(use),
                digest("row " + key),
                tags,
                fault.isEmpty() ? row.fault() : fault));
      }
    } catch (BrokenData broken) {
      all.add(
          executable(Optional.empty(), digest("broken " + part.name()), tags, broken.getMessage()));
    }
  }

  private ExecutableCase executable(
      Optional<RowUse> row, String identity, List<String> tags, String reason) {
    return new ExecutableCase(entry, identity, name(row), tags, row, environment, browser, reason);
  }

  private String name(Optional<RowUse> row) {
    Template template = entry.nameTemplate();
    if (!template.hasReferences()) {
      return template.literal().orElse(entry.name());
    }
    Map<String, Value> known = new HashMap<>(values);
    row.ifPresent(use -> known.putAll(use.literalValues()));
    Evaluator evaluator =
        new Evaluator(
            path -> Optional.ofNullable(known.get(Names.key(path.get(path.size() - 1)))),
            Surroundings.seeded(0, "plan"));
    StringBuilder name = new StringBuilder();
    for (Template.Part part : template.parts()) {
      switch (part) {
        case Template.Plain plain -> name.append(plain.text());
        case Template.Place place -> name.append(shown(place, evaluator));
      }
    }
    return name.toString();
  }

  /**
   * A reference without a value stays as written, so that the plan still shows which case it is.
   */
  private String shown(Template.Place place, Evaluator evaluator) {
    try {
      return evaluator.value(place.formula()).text();
    } catch (FormulaFailure withoutValue) {
      return entry.name().substring(place.start(), place.end());
    }
  }

  private static List<ExecutableCase> withDistinctNames(List<ExecutableCase> all) {
    Map<String, Integer> times = new HashMap<>();
    all.forEach(executable -> times.merge(executable.name(), 1, Integer::sum));
    return all.stream()
        .map(executable -> times.get(executable.name()) > 1 ? numbered(executable) : executable)
        .toList();
  }

  private static ExecutableCase numbered(ExecutableCase e) {
    String name = e.row().map(row -> e.name() + ", row " + row.number()).orElse(e.name());
    return new ExecutableCase(
        e.entry(), e.identity(), name, e.tags(), e.row(), e.environment(), e.browser(), e.fault());
  }

  private String digest(String row) {
    String all =
        String.join("\n", entry.path(), Names.key(entry.name()), row, environment, browser);
    try {
      byte[] hash =
          MessageDigest.getInstance("SHA-256").digest(all.getBytes(StandardCharsets.UTF_8));
      return HexFormat.of().formatHex(hash, 0, 8);
    } catch (NoSuchAlgorithmException impossible) {
      throw new IllegalStateException(impossible);
    }
  }
}
