package elmtable.binding;

import elmtable.block.FixtureBlock;
import elmtable.block.FixtureList;
import elmtable.block.SuiteBlock;
import elmtable.formula.Formula;
import elmtable.formula.Template;
import elmtable.keyword.Output;
import elmtable.keyword.Parameter;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Mark;
import elmtable.language.Step;
import elmtable.project.CaseData;
import elmtable.project.DataValues;
import elmtable.project.Project;
import elmtable.project.ProjectIndex;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.FixtureMatch;
import elmtable.project.entry.KeywordEntry;
import elmtable.project.entry.NamePattern;
import elmtable.text.Names;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * The names that a reference can use at one place, innermost first, and where each comes from. Made
 * anew for each case or keyword, and updated with each step in turn.
 */
public final class VisibleNames {
  /** A name in reach. */
  public record VisibleName(String name, Origin origin, String note) {}

  /** What hooks see of what they surround. */
  private static final Set<String> OF_HOOKS =
      Set.of("case/name", "case/outcome", "step/name", "step/keyword", "step/outcome");

  private final Map<String, VisibleName> names = new LinkedHashMap<>();
  private final Map<String, VisibleName> environment = new LinkedHashMap<>();
  private final Map<String, Map<String, VisibleName>> fixtures = new LinkedHashMap<>();
  private final Set<String> items = new LinkedHashSet<>();
  private final Set<String> keptByNone = new LinkedHashSet<>();
  private List<CaseData.Part> rows = List.of();
  private final List<String> missingColumns = new ArrayList<>();

  private final ProjectIndex index;

  /** Only a case's own steps see what other cases published. */
  private boolean ofCase;

  private boolean ofHook;

  /** The block that can be given a parameter or column, or null. */
  private Block declaring;

  private final Project project;

  private VisibleNames(Project project) {
    this.index = project.index();
    this.project = project;
    index
        .environmentNames()
        .forEach(
            (key, name) -> environment.put(key, new VisibleName(name, Origin.ENVIRONMENT, "")));
  }

  /** What a case's steps can use. */
  public static VisibleNames of(CaseEntry entry, Project project) {
    return of(entry, project, project.dataOf(entry));
  }

  public static VisibleNames of(CaseEntry entry, Project project, CaseData data) {
    VisibleNames visible = new VisibleNames(project);
    visible.environment.forEach(visible.names::put);
    entry.suite().ifPresent(visible::addSuiteValues);
    entry.fixtures().forEach(visible::addFixture);
    visible.ofCase = true;
    visible.declaring = entry.block().isScenario() ? null : entry.block();
    visible.rows = data.parts();
    data.columns().forEach(column -> visible.put(column, Origin.COLUMN, ""));
    for (CaseData.Part part : data.parts()) {
      if (part.source().isEmpty()) {
        visible.missingColumns.add(part.name());
      }
    }
    return visible;
  }

  /**
   * What a keyword's steps can use: its parameters, and the environment and run by their places.
   */
  public static VisibleNames of(KeywordEntry.Composed keyword, Project project) {
    VisibleNames visible = new VisibleNames(project);
    visible.declaring = keyword.block();
    for (Parameter parameter : keyword.signature().takes()) {
      visible.put(parameter.name(), Origin.PARAMETER, parameter.note());
    }
    return visible;
  }

  /** The block whose parameter or column an unknown name could become, where there is one. */
  public Optional<Block> declaringBlock() {
    return Optional.ofNullable(declaring);
  }

  /**
   * What the steps and properties of another block can use: a fixture its places, what its needs
   * give, and environment and run by their places; a suite its values; a hook what it surrounds.
   */
  public static VisibleNames of(Block block, Project project) {
    VisibleNames visible = new VisibleNames(project);
    visible.ofHook = block.kind() == BlockKind.HOOK;
    if (block.kind() == BlockKind.FIXTURE) {
      FixtureBlock fixture = new FixtureBlock(block);
      fixture.needs().uses().forEach(visible::addFixture);
      NamePattern.of(fixture.name())
          .placeholders()
          .forEach(place -> visible.put(place, Origin.PARAMETER, ""));
      return visible;
    }
    visible.environment.forEach(visible.names::put);
    if (block.kind() == BlockKind.SUITE) {
      visible.addSuiteValues(block);
    }
    return visible;
  }

  private void addSuiteValues(Block suite) {
    new SuiteBlock(suite)
        .values()
        .entries()
        .forEach(entry -> put(entry.name(), Origin.SUITE, entry.note()));
  }

  /** What a fixture gives: plainly and behind its name, or only behind the name of a filling. */
  private void addFixture(FixtureList.Use use) {
    Optional<FixtureMatch> found = index.fixture(use.name());
    if (found.isEmpty()) {
      return;
    }
    Map<String, VisibleName> gives = new LinkedHashMap<>();
    for (String name : found.get().block().gives()) {
      gives.put(Names.key(name), new VisibleName(name, Origin.FIXTURE, use.name()));
      if (use.alias().isEmpty()) {
        put(name, Origin.FIXTURE, use.name());
      }
    }
    fixtures.put(Names.key(use.alias().isEmpty() ? use.name() : use.alias()), gives);
  }

  private void put(String name, Origin origin, String note) {
    String key = Names.key(name);
    // Innermost goes first in lists of names, so a name that is hidden by another moves to the end
    // as its new self.
    names.remove(key);
    names.put(key, new VisibleName(name, origin, note));
  }

  /** The item of a repetition, known in its own step only. */
  public void enter(Step step) {
    Mark.ForEach each = step.mark(Mark.ForEach.class);
    if (each != null && !step.isOff()) {
      each.names().forEach(name -> put(name, Origin.KEPT, ""));
      items.add(Names.key(each.name()));
    }
  }

  /** What a step keeps is known from then on; of one that is switched off, that it is not there. */
  public void leave(Step step, List<Output> gives) {
    if (step.isOff()) {
      passOver(step);
      return;
    }
    Mark.ForEach each = step.mark(Mark.ForEach.class);
    if (each != null) {
      each.names().forEach(name -> names.remove(Names.key(name)));
      items.remove(Names.key(each.name()));
    }
    Mark.Keep keep = step.mark(Mark.Keep.class);
    if (keep != null) {
      for (int i = 0; i < keep.names().size(); i++) {
        put(keep.names().get(i), Origin.KEPT, i < gives.size() ? gives.get(i).note() : "");
      }
    }
  }

  private void passOver(Step step) {
    Mark.Keep keep = step.mark(Mark.Keep.class);
    if (keep != null) {
      keep.names().forEach(name -> keptByNone.add(Names.key(name)));
    }
  }

  /** Whether only a step that is switched off keeps a value of this name. */
  public boolean isSwitchedOff(String name) {
    return keptByNone.contains(Names.key(name));
  }

  /** Where a reference's value comes from, or nothing where its name is not known here. */
  public Optional<Origin> origin(Formula.Reference reference) {
    List<String> path = reference.path();
    String first = Names.key(path.get(0));
    if (path.size() == 1) {
      return Optional.ofNullable(names.get(first))
          .map(VisibleName::origin)
          .or(() ->
              ofCase && index.isPublished(first)
                  ? Optional.of(Origin.PUBLISHED)
                  : Optional.empty());
    }
    if (items.contains(first)) {
      return Optional.of(Origin.KEPT);
    }
    String second = Names.key(path.get(1));
    return switch (first) {
      case "row" ->
          Optional.ofNullable(names.get(second))
              .map(VisibleName::origin)
              .filter(o -> o == Origin.COLUMN);
      case "env" -> Optional.ofNullable(environment.get(second)).map(VisibleName::origin);
      case "os" -> Optional.of(Origin.ENVIRONMENT);
      case "run" ->
          second.equals("id") || second.equals("seed") ? Optional.of(Origin.RUN) : Optional.empty();
      case "shared" -> Optional.of(Origin.PUBLISHED);
      case "fixture" -> fixtureOrigin(path);
      case "case", "step" ->
          ofHook && OF_HOOKS.contains(first + "/" + second)
              ? Optional.of(Origin.RUN)
              : Optional.empty();
      default -> Optional.empty();
    };
  }

  private Optional<Origin> fixtureOrigin(List<String> path) {
    String last = Names.key(path.get(path.size() - 1));
    boolean known =
        path.size() == 3
            ? fixtures.getOrDefault(Names.key(path.get(1)), Map.of()).containsKey(last)
            : fixtures.values().stream().anyMatch(gives -> gives.containsKey(last));
    return known ? Optional.of(Origin.FIXTURE) : Optional.empty();
  }

  /**
   * The values that a reference takes in the case's rows; nothing where it is not a column of them.
   */
  public Optional<ColumnValues> valuesOf(Template template) {
    if (!(template.singleReference().orElse(null) instanceof Formula.Reference reference)) {
      return Optional.empty();
    }
    boolean isColumn = origin(reference).filter(o -> o == Origin.COLUMN).isPresent();
    String column = reference.path().get(reference.path().size() - 1);
    return isColumn ? Optional.of(ColumnValues.of(rows, column)) : Optional.empty();
  }

  /** The rows that formulas can look up. */
  public DataValues records() {
    return DataValues.of(project, Map.of());
  }

  /** Whether some data set could not be read, so that an unknown name may be a column of it. */
  public boolean isIncomplete() {
    return !missingColumns.isEmpty();
  }

  /** All names in reach without a place before them, innermost first. */
  public List<VisibleName> names() {
    List<VisibleName> all = new ArrayList<>(names.values());
    Collections.reverse(all);
    return all;
  }

  /** The environment's names, for {@code env/…}. */
  public List<VisibleName> environmentNames() {
    return new ArrayList<>(environment.values());
  }
}
