package elmtable.plan;

import elmtable.formula.FormulaFailure;
import elmtable.formula.Surroundings;
import elmtable.formula.Value;
import elmtable.language.BlockKind;
import elmtable.language.Section;
import elmtable.project.CaseData;
import elmtable.project.CaseEntry;
import elmtable.project.CaseFaults;
import elmtable.project.Environments;
import elmtable.project.NamedBlock;
import elmtable.project.Project;
import elmtable.project.SuiteEntry;
import elmtable.text.Names;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/** Expands a selection: case × rows × environment × browser. */
public final class Planner {
  /** A selection that names something that does not exist; the message is for a person. */
  public static final class BadSelection extends RuntimeException {
    private static final long serialVersionUID = 1;

    BadSelection(String message) {
      super(message, null, false, false);
    }
  }

  private final Project project;
  private final Selection selection;
  private final TagExpression tags;
  private final CaseFaults faults;
  private final String environment;
  private final String browser;
  private final Map<String, Value> values;
  private final Set<String> suites;
  private final Set<String> cases;

  private Planner(Project project, Selection selection) {
    this.project = project;
    this.selection = selection;
    this.tags = readTags(selection.tags());
    this.faults = new CaseFaults(project);
    this.environment = chosen(BlockKind.ENVIRONMENT, selection.environment());
    this.browser = chosen(BlockKind.BROWSER, selection.browser());
    this.values = values();
    this.suites = selection.suites().stream().map(Names::key).collect(Collectors.toSet());
    this.cases =
        selection.cases().stream().map(Names::key).collect(Collectors.toCollection(HashSet::new));
  }

  public static Plan plan(Project project, Selection selection) {
    Planner planner = new Planner(project, selection);
    planner.requireNames();
    List<CasePlan> plans = new ArrayList<>();
    for (SuiteEntry suite : project.index().suites()) {
      suite.cases().forEach(entry -> plans.add(planner.plan(entry)));
    }
    return new Plan(plans, planner.environment, planner.browser);
  }

  private static TagExpression readTags(String written) {
    try {
      return TagExpression.read(written);
    } catch (TagExpression.Unreadable unreadable) {
      throw new BadSelection(unreadable.getMessage());
    }
  }

  private String chosen(BlockKind kind, String wanted) {
    List<NamedBlock> blocks = project.index().named(kind);
    if (wanted.isEmpty()) {
      return blocks.isEmpty() ? "" : blocks.get(0).name();
    }
    return project
        .index()
        .named(kind, wanted)
        .map(NamedBlock::name)
        .orElseThrow(() ->
            new BadSelection(
                "The project has no "
                    + kind.noun()
                    + " “"
                    + wanted
                    + "”; there "
                    + (blocks.isEmpty()
                        ? "is none."
                        : "are "
                            + String.join(", ", blocks.stream().map(NamedBlock::name).toList())
                            + ".")));
  }

  private Map<String, Value> values() {
    try {
      return Environments.values(
          project.index(), environment, System.getenv(), Surroundings.seeded(0, "plan"));
    } catch (FormulaFailure withoutValue) {
      // The environment carries the problem itself; names then show their references as written.
      return Map.of();
    }
  }

  private void requireNames() {
    Set<String> knownSuites =
        project.index().suites().stream()
            .map(suite -> Names.key(suite.name()))
            .collect(Collectors.toSet());
    selection.suites().stream()
        .filter(name -> !knownSuites.contains(Names.key(name)))
        .findFirst()
        .ifPresent(name -> {
          throw new BadSelection("The project has no suite “" + name + "”.");
        });
    Set<String> known = new HashSet<>();
    project
        .index()
        .suites()
        .forEach(suite -> suite.cases().forEach(entry -> known.addAll(keysOf(entry))));
    selection.cases().stream()
        .filter(name -> !known.contains(Names.key(name)))
        .findFirst()
        .ifPresent(name -> {
          throw new BadSelection("The project has no case “" + name + "”.");
        });
  }

  private static List<String> keysOf(CaseEntry entry) {
    return List.of(Names.key(entry.name()), Names.key(entry.suiteName() + "/" + entry.name()));
  }

  private CasePlan plan(CaseEntry entry) {
    CaseData data = project.dataOf(entry);
    List<CaseData.Part> parts = new ArrayList<>();
    String out = outByItself(entry);
    if (out.isEmpty() && data.hasRows()) {
      data.parts().stream().filter(part -> tags.accepts(withTags(entry, part))).forEach(parts::add);
      out =
          parts.isEmpty()
              ? "tags: " + selection.tags()
              : data.rows() == 0 && isWhole(data) ? "its data has no rows" : "";
    } else if (out.isEmpty() && !tags.accepts(entry.tags())) {
      out = "tags: " + selection.tags();
    }
    Set<String> wanted = new HashSet<>(selection.identities());
    Predicate<String> identities = wanted.isEmpty() ? identity -> true : wanted::contains;
    return new CasePlan(
        entry,
        out,
        data.hasRows(),
        parts,
        out.isEmpty() ? faults.of(entry) : "",
        environment,
        browser,
        values,
        identities);
  }

  private static boolean isWhole(CaseData data) {
    return data.parts().stream().allMatch(part -> part.source().isPresent());
  }

  private static List<String> withTags(CaseEntry entry, CaseData.Part part) {
    List<String> all = new ArrayList<>(entry.tags());
    all.addAll(part.tags());
    return all;
  }

  private String outByItself(CaseEntry entry) {
    if (!suites.isEmpty() && !suites.contains(Names.key(entry.suiteName()))) {
      return "another suite";
    }
    if (!cases.isEmpty() && keysOf(entry).stream().noneMatch(cases::contains)) {
      return "not chosen";
    }
    if (entry.isDraft()) {
      return "draft";
    }
    if (!entry.mayRun()) {
      return "run: no";
    }
    return entry.block().steps(Section.STEPS).isEmpty() ? "no steps" : "";
  }
}
