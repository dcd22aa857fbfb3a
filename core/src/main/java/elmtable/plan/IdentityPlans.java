package elmtable.plan;

import elmtable.check.CheckedProject;
import elmtable.language.BlockKind;
import elmtable.project.ProjectIndex;
import elmtable.project.entry.NamedBlock;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.Set;

/** Plans executable cases that are named one by one: each in its own environment and browser. */
public final class IdentityPlans {
  private IdentityPlans() {}

  /**
   * What a selection expands to; where it names identities, but neither environments nor browsers,
   * in those that the named ones are of. Throws {@link Planner.BadSelectionException}.
   */
  public static Plan plan(CheckedProject checked, Selection selection) {
    Plan plan = Planner.plan(checked, selection);
    boolean said = !selection.environments().isEmpty() || !selection.browsers().isEmpty();
    if (said || missing(selection.identities(), plan).isEmpty()) {
      return plan;
    }
    ProjectIndex index = checked.project().index();
    Set<String> identities = Set.copyOf(selection.identities());
    Set<String> environments = new LinkedHashSet<>();
    Set<String> browsers = new LinkedHashSet<>();
    Planner.plan(
            checked,
            Selection.everything()
                .withEnvironments(names(index, BlockKind.ENVIRONMENT))
                .withBrowsers(names(index, BlockKind.BROWSER)))
        .executables()
        .filter(executable -> identities.contains(executable.identity()))
        .forEach(executable -> {
          environments.add(executable.environment());
          browsers.add(executable.browser());
        });
    return Planner.plan(
        checked,
        selection
            .withEnvironments(environments.toArray(String[]::new))
            .withBrowsers(browsers.toArray(String[]::new)));
  }

  private static String[] names(ProjectIndex index, BlockKind kind) {
    return index.named(kind).stream().map(NamedBlock::name).toArray(String[]::new);
  }

  /** The identities that no executable case of a plan has. */
  public static Set<String> missing(Collection<String> identities, Plan plan) {
    Set<String> missing = new LinkedHashSet<>(identities);
    if (!missing.isEmpty()) {
      plan.executables().forEach(executable -> missing.remove(executable.identity()));
    }
    return missing;
  }
}
