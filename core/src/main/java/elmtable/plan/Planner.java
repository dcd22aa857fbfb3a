package elmtable.plan;

import elmtable.check.CaseFaults;
import elmtable.check.CheckedProject;
import elmtable.formula.EvaluationContext;
import elmtable.formula.FormulaException;
import elmtable.formula.Value;
import elmtable.language.BlockKind;
import elmtable.language.Section;
import elmtable.language.TagExpression;
import elmtable.project.CaseData;
import elmtable.project.CaseNames;
import elmtable.project.DocumentIndex;
import elmtable.project.Environments;
import elmtable.project.Project;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.NamedBlock;
import elmtable.project.entry.SuiteEntry;
import elmtable.text.Names;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/** Expands a selection: case × rows × environments × browsers. */
public final class Planner {
  /** A selection that names something that does not exist; the message is for a person. */
  public static final class BadSelectionException extends RuntimeException {
    private static final long serialVersionUID = 1;

    BadSelectionException(String message) {
      super(message, null, false, false);
    }
  }

  private final Project project;
  private final Selection selection;
  private final TagExpression tags;
  private final CaseFaults faults;
  private final List<String> environments;
  private final List<String> browsers;
  private final Map<String, Map<String, Value>> values = new HashMap<>();
  private final Map<RunTarget, String> targetFaults = new ConcurrentHashMap<>();
  private final Set<String> suites;
  private final Set<String> cases;
  private final RowChoice rows;
  private final Predicate<String> identities;

  private Planner(CheckedProject checked, Selection selection) {
    this.project = checked.project();
    this.selection = selection;
    this.tags = readTags(selection.tags());
    this.faults = new CaseFaults(checked);
    this.environments = chosen(BlockKind.ENVIRONMENT, selection.environments());
    this.browsers = chosen(BlockKind.BROWSER, selection.browsers());
    environments.forEach(name -> values.put(name, valuesOf(name)));
    this.suites = keys(selection.suites());
    this.cases = keys(selection.cases());
    this.rows = RowChoice.of(selection.rows());
    Set<String> wanted = new HashSet<>(selection.identities());
    this.identities = wanted.isEmpty() ? CasePlan.ALL : wanted::contains;
  }

  private static Set<String> keys(List<String> names) {
    return names.stream().map(Names::key).collect(Collectors.toSet());
  }

  public static Plan plan(CheckedProject checked, Selection selection) {
    Project project = checked.project();
    Planner planner = new Planner(checked, selection);
    planner.requireNames();
    List<CasePlan> plans = new ArrayList<>();
    for (SuiteEntry suite : project.index().suites()) {
      suite.cases().forEach(entry -> plans.add(planner.plan(entry)));
    }
    return new Plan(
        new NeededCases(project, planner, plans).added(), planner.environments, planner.browsers);
  }

  /** The cases of one document, as if everything was selected. */
  public static List<CasePlan> plan(CheckedProject checked, DocumentIndex document) {
    Planner planner = new Planner(checked, Selection.everything());
    return document.cases().stream().map(planner::plan).toList();
  }

  private static TagExpression readTags(String written) {
    try {
      return TagExpression.read(written);
    } catch (TagExpression.UnreadableException unreadable) {
      throw new BadSelectionException(unreadable.getMessage());
    }
  }

  /** The blocks chosen by name, else the first; one empty name where the project has none. */
  private List<String> chosen(BlockKind kind, List<String> wanted) {
    List<NamedBlock> blocks = project.index().named(kind);
    if (wanted.isEmpty()) {
      return List.of(blocks.isEmpty() ? "" : blocks.get(0).name());
    }
    return wanted.stream().map(name -> chosen(kind, name, blocks)).distinct().toList();
  }

  private String chosen(BlockKind kind, String wanted, List<NamedBlock> blocks) {
    return project
        .index()
        .named(kind, wanted)
        .map(NamedBlock::name)
        .orElseThrow(() ->
            new BadSelectionException(
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

  private Map<String, Value> valuesOf(String environment) {
    try {
      return Environments.values(
          project.index(), environment, System.getenv(), EvaluationContext.seeded(0));
    } catch (FormulaException withoutValue) {
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
          throw new BadSelectionException("The project has no suite “" + name + "”.");
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
          throw new BadSelectionException("The project has no case “" + name + "”.");
        });
  }

  private static List<String> keysOf(CaseEntry entry) {
    return List.of(Names.key(entry.name()), Names.key(entry.suiteName() + "/" + entry.name()));
  }

  private CasePlan plan(CaseEntry entry) {
    String exclusion = exclusionByItself(entry);
    List<String> own = browsersOf(entry);
    if (exclusion.isEmpty() && own.isEmpty()) {
      exclusion = "browsers: " + String.join(", ", entry.browsers());
    }
    return of(entry, exclusion, "", own, tags, rows, identities);
  }

  /** A case that others come after, with some of its rows; or why it can never run. */
  CasePlan needed(CaseEntry entry, String by, RowChoice wanted) {
    List<String> own = browsersOf(entry);
    return of(
        entry,
        neverRuns(entry),
        by,
        own.isEmpty() ? browsers : own,
        TagExpression.read(""),
        wanted,
        CasePlan.ALL);
  }

  /** Whether no part of a case's data was left out for its tags. */
  boolean hasAllParts(CasePlan plan) {
    return plan.variants().stream()
        .allMatch(variant ->
            variant.parts().size()
                == dataIn(variant.targets().get(0).environment(), plan.entry()).parts().size());
  }

  private CaseData dataIn(String environment, CaseEntry entry) {
    return project.in(environment).dataOf(entry);
  }

  /** The environments in which a case has the same data, together. */
  private List<List<String>> alike(CaseEntry entry) {
    Map<List<Object>, List<String>> alike = new LinkedHashMap<>();
    for (String environment : environments) {
      List<Object> sets =
          project.in(environment).dataSetsOf(entry).stream().<Object>map(Same::new).toList();
      alike.computeIfAbsent(sets, s -> new ArrayList<>()).add(environment);
    }
    return List.copyOf(alike.values());
  }

  /** An object that equals only itself. */
  private record Same(Object object) {
    @Override
    public boolean equals(Object other) {
      return other instanceof Same same && same.object == object;
    }

    @Override
    public int hashCode() {
      return System.identityHashCode(object);
    }
  }

  private CasePlan of(
      CaseEntry entry,
      String exclusionByItself,
      String needed,
      List<String> inBrowsers,
      TagExpression accepted,
      RowChoice chosenRows,
      Predicate<String> chosenIdentities) {
    List<CasePlan.DataVariant> variants = new ArrayList<>();
    List<CaseData> all = new ArrayList<>();
    for (List<String> alike : alike(entry)) {
      CaseData data = dataIn(alike.get(0), entry);
      all.add(data);
      List<CaseData.Part> parts =
          data.parts().stream().filter(part -> accepted.accepts(withTags(entry, part))).toList();
      List<RunTarget> targets = new ArrayList<>();
      for (String environment : alike) {
        inBrowsers.forEach(browser -> targets.add(new RunTarget(environment, browser)));
      }
      variants.add(new CasePlan.DataVariant(parts, targets));
    }
    boolean hasRows = all.get(0).hasRows();
    boolean accepts =
        hasRows
            ? variants.stream().anyMatch(variant -> !variant.parts().isEmpty())
            : accepted.accepts(entry.tags());
    String exclusion = exclusionByItself;
    if (exclusion.isEmpty()) {
      exclusion = accepts ? exclusionByRows(all, chosenRows) : "tags: " + selection.tags();
    }
    boolean outline = hasRows && entry.block().isScenario();
    return new CasePlan(
        entry,
        exclusion,
        needed,
        hasRows,
        variants,
        exclusion.isEmpty() ? faults.of(entry) : "",
        outline
            ? use -> faults.ofRow(entry, use.columns(), use.written())
            : new EarlierRows(project, entry),
        this::faultOf,
        environment ->
            new CaseNames(
                entry, project.in(environment), values.getOrDefault(environment, Map.of())),
        chosenRows,
        chosenIdentities);
  }

  /** Each environment and browser is looked at once. */
  private String faultOf(RunTarget target) {
    return targetFaults.computeIfAbsent(
        target,
        t -> {
          String fault = faults.of(BlockKind.BROWSER, t.browser());
          return fault.isEmpty() ? faults.of(BlockKind.ENVIRONMENT, t.environment()) : fault;
        });
  }

  private static String exclusionByRows(List<CaseData> all, RowChoice chosen) {
    boolean hasRows = all.get(0).hasRows();
    if (hasRows && all.stream().allMatch(Planner::isWithoutRows)) {
      return "its data has no rows";
    }
    return chosen.isAll() || hasRows ? "" : "has no rows";
  }

  private static boolean isWithoutRows(CaseData data) {
    return data.rows() == 0 && data.parts().stream().allMatch(part -> part.source().isPresent());
  }

  /**
   * The browsers that a case runs in: those that it or its suite names, where some were chosen only
   * those of them; else the chosen ones.
   */
  private List<String> browsersOf(CaseEntry entry) {
    List<String> named = entry.browsers();
    if (named.isEmpty()) {
      return browsers;
    }
    List<String> known =
        named.stream()
            .flatMap(name -> project.index().named(BlockKind.BROWSER, name).stream())
            .map(NamedBlock::name)
            .distinct()
            .toList();
    if (known.isEmpty()) {
      // Its browsers do not exist, which is an error of the case; it stands in the plan with it.
      return browsers;
    }
    return selection.browsers().isEmpty()
        ? known
        : known.stream().filter(browsers::contains).toList();
  }

  private static List<String> withTags(CaseEntry entry, CaseData.Part part) {
    List<String> all = new ArrayList<>(entry.tags());
    all.addAll(part.tags());
    return all;
  }

  private String exclusionByItself(CaseEntry entry) {
    if (!suites.isEmpty() && !suites.contains(Names.key(entry.suiteName()))) {
      return "another suite";
    }
    if (!cases.isEmpty() && keysOf(entry).stream().noneMatch(cases::contains)) {
      return "not chosen";
    }
    return neverRuns(entry);
  }

  private String neverRuns(CaseEntry entry) {
    if (entry.isDraft()) {
      return "draft";
    }
    if (!entry.mayRun()) {
      return "run: no";
    }
    if (entry.block().activeSteps(Section.STEPS).isEmpty()) {
      return "no steps";
    }
    return faults.isUnfinished(entry) ? CasePlan.NOT_FINISHED : "";
  }
}
