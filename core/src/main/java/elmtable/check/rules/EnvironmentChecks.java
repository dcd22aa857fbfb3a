package elmtable.check.rules;

import elmtable.block.EnvironmentBlock;
import elmtable.block.ValuesTable;
import elmtable.check.rules.step.PropertyChecks;
import elmtable.check.rules.step.TemplateChecks;
import elmtable.check.rules.step.ValueChecks;
import elmtable.formula.Formula;
import elmtable.language.BlockKind;
import elmtable.language.Document.LocatedBlock;
import elmtable.project.Environments;
import elmtable.project.ProjectIndex;
import elmtable.project.entry.NamedBlock;
import elmtable.text.Diagnostic;
import elmtable.text.Names;
import elmtable.text.Nearest;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Checks an environment: the one it starts from, and its values. */
final class EnvironmentChecks {
  private final ProjectIndex index;
  private final List<Diagnostic> problems = new ArrayList<>();

  private EnvironmentChecks(ProjectIndex index) {
    this.index = index;
  }

  static List<Diagnostic> check(String path, LocatedBlock located, ProjectIndex index) {
    EnvironmentBlock environment = new EnvironmentBlock(located.block());
    EnvironmentChecks checks = new EnvironmentChecks(index);
    PropertyChecks properties = new PropertyChecks(index, checks.problems);
    properties.environment(environment.like());
    properties.readable(environment.within());
    checks.like(new NamedBlock(path, located));
    checks.values(environment);
    return checks.problems;
  }

  private Optional<NamedBlock> likeOf(NamedBlock environment) {
    return new EnvironmentBlock(environment.block())
        .like()
        .flatMap(like -> index.named(BlockKind.ENVIRONMENT, like.written()));
  }

  private void like(NamedBlock environment) {
    Graphs<NamedBlock> graph =
        new Graphs<>(
            each -> Names.key(each.name()),
            FixtureChecks.BY_PATH_AND_NAME,
            each -> likeOf(each).stream().toList());
    likeOf(environment)
        .flatMap(like -> graph.closedBy(environment, like))
        .ifPresent(circle ->
            problems.add(
                new Diagnostic(
                    Problem.ENVIRONMENT_CIRCLE,
                    new EnvironmentBlock(environment.block()).like().orElseThrow().range(),
                    "An environment may not start from itself: "
                        + Graphs.inWords(circle, NamedBlock::name)
                        + ".")));
  }

  /** Each value may use the others of its environment, and variables of the system. */
  private void values(EnvironmentBlock environment) {
    Map<String, ValuesTable.Entry> all =
        Environments.entriesWithValues(index, environment.block().name());
    for (ValuesTable.Entry entry : environment.values().entries()) {
      credentials(entry, all);
      TemplateChecks.grammar(entry.value(), entry.range(), problems);
      if (entry.secret()) {
        ValueChecks.secret(entry.value(), entry.range(), problems);
      }
      for (Formula.Reference reference : entry.value().references()) {
        reference(entry, reference, all);
      }
    }
  }

  /** The two values for basic authentication say something together only. */
  private void credentials(ValuesTable.Entry entry, Map<String, ValuesTable.Entry> all) {
    String user = Names.key(Environments.HTTP_USER);
    String password = Names.key(Environments.HTTP_PASSWORD);
    boolean half =
        entry.key().equals(user) && !all.containsKey(password)
            || entry.key().equals(password) && !all.containsKey(user);
    if (half) {
      String other = entry.key().equals(user) ? Environments.HTTP_PASSWORD : Environments.HTTP_USER;
      problems.add(
          new Diagnostic(
              Problem.HALF_CREDENTIALS,
              entry.range(),
              "“%s” answers sites that ask for basic authentication only together with a value “%s”."
                  .formatted(entry.name(), other)));
    }
  }

  private void reference(
      ValuesTable.Entry entry, Formula.Reference reference, Map<String, ValuesTable.Entry> all) {
    List<String> path = reference.path();
    String place = path.size() == 2 ? Names.key(path.get(0)) : "";
    if (place.equals("os")) {
      return;
    }
    Range range = entry.range().part(reference.start(), reference.end());
    String name = path.get(path.size() - 1);
    ValuesTable.Entry used =
        path.size() == 1 || place.equals("env") ? all.get(Names.key(name)) : null;
    if (used == null) {
      Nearest near = Nearest.to(name, all.values().stream().map(ValuesTable.Entry::name).toList());
      problems.add(
          new Diagnostic(
              Problem.UNKNOWN_REFERENCE,
              range,
              "“"
                  + reference.written()
                  + "” is no value of this environment, of none that it starts from, and no"
                  + " variable of the system, which is written <os/NAME>."
                  + near.question(),
              near.fixes(range)));
      return;
    }
    Graphs<ValuesTable.Entry> graph =
        new Graphs<>(
            ValuesTable.Entry::key,
            Comparator.comparing(ValuesTable.Entry::key),
            each -> uses(each, all));
    graph
        .closedBy(entry, used)
        .ifPresent(circle ->
            problems.add(
                new Diagnostic(
                    Problem.VALUE_CIRCLE,
                    range,
                    "A value may not be made of itself: "
                        + Graphs.inWords(circle, ValuesTable.Entry::name)
                        + ".")));
  }

  private static List<ValuesTable.Entry> uses(
      ValuesTable.Entry entry, Map<String, ValuesTable.Entry> all) {
    List<ValuesTable.Entry> used = new ArrayList<>();
    for (Formula.Reference reference : entry.value().references()) {
      List<String> path = reference.path();
      ValuesTable.Entry found = all.get(Names.key(path.get(path.size() - 1)));
      if (found != null && !Names.key(path.get(0)).equals("os")) {
        used.add(found);
      }
    }
    return used;
  }
}
