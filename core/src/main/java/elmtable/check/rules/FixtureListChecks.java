package elmtable.check.rules;

import elmtable.binding.VisibleNames;
import elmtable.block.FixtureBlock;
import elmtable.block.FixtureList;
import elmtable.block.Scope;
import elmtable.check.rules.step.PropertyChecks;
import elmtable.check.rules.step.TemplateChecks;
import elmtable.formula.Formula;
import elmtable.formula.Kind;
import elmtable.formula.Template;
import elmtable.formula.Value;
import elmtable.keyword.Parameter;
import elmtable.language.BlockKind;
import elmtable.project.ProjectIndex;
import elmtable.project.entry.FixtureMatch;
import elmtable.project.entry.NamedBlock;
import elmtable.project.entry.Signatures;
import elmtable.text.Diagnostic;
import elmtable.text.Names;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Checks what a suite, case or fixture asks for as its fixtures. */
final class FixtureListChecks {
  private final ProjectIndex index;
  private final VisibleNames visible;
  private final List<Diagnostic> problems;

  /** What fixtures without a name of their filling give, by the key of the name. */
  private final Map<String, String> given = new HashMap<>();

  private final Set<String> aliases = new HashSet<>();

  /**
   * @param visible the names that can stand in the places of fixtures; null where that is only
   *     known of each case
   */
  FixtureListChecks(ProjectIndex index, VisibleNames visible, List<Diagnostic> problems) {
    this.index = index;
    this.visible = visible;
    this.problems = problems;
  }

  /** What a fixture needs, or a case asks for beside its suite. */
  void check(FixtureList list) {
    if (!list.isNone()) {
      list.uses().forEach(use -> use(use, list.range(use)));
    }
  }

  /**
   * What a suite asks for in the name of a case: its places are filled with what the case has.
   *
   * @param range the case's name
   */
  void inherited(FixtureList ofSuite, Range range) {
    for (FixtureList.Use use : ofSuite.uses()) {
      List<Diagnostic> found = new ArrayList<>();
      TemplateChecks.references(Template.of(use.name()), range, visible, found);
      found.stream()
          .limit(1)
          .forEach(problem ->
              problems.add(
                  new Diagnostic(
                      problem.problem(),
                      range,
                      "Of its suite's fixture “" + use.name() + "”: " + problem.message())));
      index.fixture(use.name()).ifPresent(match -> give(use, match));
    }
  }

  private void use(FixtureList.Use use, Range range) {
    List<FixtureMatch> found = index.fixtures(use.name());
    if (found.isEmpty()) {
      List<String> known = index.named(BlockKind.FIXTURE).stream().map(NamedBlock::name).toList();
      problems.add(
          PropertyChecks.unknown(Problem.UNKNOWN_FIXTURE, "fixture", use.name(), range, known));
    } else if (found.size() > 1) {
      List<String> names = found.stream().map(match -> "“" + match.named().name() + "”").toList();
      problems.add(
          new Diagnostic(
              Problem.AMBIGUOUS_FIXTURE,
              range,
              "“"
                  + use.name()
                  + "” fits several fixtures equally well: "
                  + String.join(", ", names)
                  + ". Rename one of them."));
    } else {
      filling(use, found.get(0), range);
    }
  }

  private void filling(FixtureList.Use use, FixtureMatch match, Range range) {
    TemplateChecks.grammar(Template.of(use.name()), range, problems);
    if (visible != null) {
      TemplateChecks.references(Template.of(use.name()), range, visible, problems);
    }
    places(match, range);
    if (!use.alias().isEmpty() && !aliases.add(Names.key(use.alias()))) {
      problems.add(
          new Diagnostic(
              Problem.DUPLICATE_NAME,
              range,
              "There is already a fixture named “" + use.alias() + "” here."));
    }
    give(use, match)
        .ifPresent(both ->
            problems.add(
                new Diagnostic(
                    Problem.DOUBLE_GIVEN,
                    range,
                    both
                        + " Name this one, as in “"
                        + use.name()
                        + " => second”, and write <fixture/second/…>.")));
  }

  /** Takes over what a fixture gives; says which name another one gives as well. */
  private Optional<String> give(FixtureList.Use use, FixtureMatch match) {
    Optional<String> twice = Optional.empty();
    for (String name : use.alias().isEmpty() ? match.block().gives() : List.<String>of()) {
      String before = given.putIfAbsent(Names.key(name), use.name());
      if (before != null && twice.isEmpty()) {
        twice = Optional.of("“" + before + "” and “" + use.name() + "” both give “" + name + "”.");
      }
    }
    return twice;
  }

  private void places(FixtureMatch match, Range range) {
    FixtureBlock fixture = match.block();
    for (Parameter place : Signatures.of(fixture.block()).takes()) {
      String written = match.places().get(Names.key(place.name()));
      if (written != null) {
        place(place.name(), place.kind(), Template.of(written), range);
      }
    }
    if (fixture.scope() != Scope.CASE) {
      match.places().values().stream()
          .flatMap(written -> Template.of(written).parts().stream())
          .filter(Template.Expression.class::isInstance)
          .map(part -> ((Template.Expression) part).formula().changing())
          .filter(changing -> changing != null)
          .findFirst()
          .ifPresent(changing -> problems.add(changing(fixture, changing, range)));
    }
  }

  private static Diagnostic changing(FixtureBlock fixture, Formula.Call changing, Range range) {
    return new Diagnostic(
        Problem.CHANGING_NAME,
        range,
        "This fixture lasts for a "
            + fixture.scope().word()
            + ", so what fills its places may not depend on “"
            + changing.function().written()
            + "”.");
  }

  private void place(String name, Kind kind, Template written, Range range) {
    Optional<String> objection = written.literal().flatMap(text -> kind.objection(Value.of(text)));
    objection.ifPresent(reason ->
        problems.add(
            new Diagnostic(
                kind.type() == Kind.Type.CHOICE ? Problem.NOT_A_CHOICE : Problem.WRONG_KIND,
                range,
                "“"
                    + written.literal().orElse("")
                    + "” does not fit "
                    + name
                    + ": "
                    + reason
                    + ".")));
  }
}
