package elmtable.check.rules;

import elmtable.binding.BindingContext;
import elmtable.binding.VisibleNames;
import elmtable.block.FixtureBlock;
import elmtable.block.FixtureList;
import elmtable.block.Property;
import elmtable.block.Scope;
import elmtable.check.rules.step.PropertyChecks;
import elmtable.check.rules.step.StepChecks;
import elmtable.formula.Kind;
import elmtable.keyword.Parameter;
import elmtable.keyword.Signature;
import elmtable.language.Document.LocatedBlock;
import elmtable.language.Section;
import elmtable.language.SectionBody;
import elmtable.project.Project;
import elmtable.project.ProjectIndex;
import elmtable.project.entry.FixtureMatch;
import elmtable.project.entry.NamePattern;
import elmtable.project.entry.NamedBlock;
import elmtable.project.entry.Signatures;
import elmtable.text.Diagnostic;
import elmtable.text.Names;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * Checks a fixture: the places of its name, its scope, what it needs, how a kept session is looked
 * at, and its steps.
 */
final class FixtureChecks {
  static final Comparator<NamedBlock> BY_PATH_AND_NAME =
      Comparator.comparing(NamedBlock::path).thenComparing(each -> Names.key(each.name()));

  private final Project project;
  private final ProjectIndex index;
  private final StepChecks steps;
  private final List<Diagnostic> problems = new ArrayList<>();
  private final PropertyChecks properties;

  FixtureChecks(Project project, StepChecks steps) {
    this.project = project;
    this.index = project.index();
    this.steps = steps;
    this.properties = new PropertyChecks(index, problems);
  }

  List<Diagnostic> check(String path, LocatedBlock located) {
    FixtureBlock fixture = new FixtureBlock(located.block());
    properties.readable(
        fixture.scopeProperty(), fixture.keepSession(), fixture.timeout(), fixture.tries());
    properties.pages(fixture.pages());
    KeywordChecks.names(fixture.block(), Section.TAKES, "place", problems);
    KeywordChecks.names(fixture.block(), Section.GIVES, "result", problems);
    places(fixture);
    VisibleNames names = VisibleNames.of(fixture.block(), project);
    new FixtureListChecks(index, names, problems).check(fixture.needs());
    needs(new NamedBlock(path, located), fixture);
    fixture.check().ifPresent(this::check);
    session(fixture);
    Signature gives = Signatures.of(fixture.block());
    BindingContext context = new BindingContext(fixture.pages().names(), Optional.of(gives));
    for (Section section : List.of(Section.SET_UP, Section.TEAR_DOWN)) {
      problems.addAll(steps.check(fixture.block().steps(section), context, names, false));
    }
    return problems;
  }

  /** What it takes are the places in its name, which a filled-in name always fills. */
  private void places(FixtureBlock fixture) {
    Optional<SectionBody> takes = fixture.block().section(Section.TAKES);
    if (takes.isEmpty()) {
      return;
    }
    Set<String> places = new TreeSet<>();
    NamePattern.of(fixture.name()).placeholders().forEach(place -> places.add(Names.key(place)));
    Set<String> taken = new TreeSet<>();
    for (Parameter place : Signatures.of(fixture.block()).takes()) {
      taken.add(Names.key(place.name()));
      String objection = objection(place, places);
      if (!objection.isEmpty()) {
        places(takes.get().range(), "“" + place.name() + "” " + objection);
      }
    }
    places.removeAll(taken);
    for (String missing : places) {
      places(
          takes.get().range(),
          "The name has a place “" + missing + "” that does not stand here; add it as a row.");
    }
  }

  private void places(Range range, String message) {
    problems.add(new Diagnostic(Problem.FIXTURE_PLACES, range, message));
  }

  private static String objection(Parameter place, Set<String> places) {
    if (!places.contains(Names.key(place.name()))) {
      return "is no place in the fixture's name; a fixture takes exactly those.";
    }
    if (place.optional()) {
      return "has a default, but a filled-in name always gives it a value.";
    }
    return place.kind().type() == Kind.Type.SECRET
        ? "is secret, but a fixture's name stands in reports; use a value of the environment."
        : "";
  }

  private void check(Property<String> check) {
    if (index.keyword(check.written()).isEmpty()) {
      List<String> names = index.keywords().stream().map(k -> k.signature().name()).toList();
      problems.add(
          PropertyChecks.unknown(
              Problem.UNBOUND_STEP, "keyword", check.written(), check.range(), names));
    }
  }

  /** A session that is kept is used by cases that come when nothing is torn down any more. */
  private void session(FixtureBlock fixture) {
    Optional<SectionBody> tearDown = fixture.block().section(Section.TEAR_DOWN);
    if (fixture.keepSession().isPresent() && tearDown.isPresent()) {
      problems.add(
          new Diagnostic(
              Problem.BAD_PROPERTY_VALUE,
              fixture.keepSession().get().range(),
              "A session that is kept cannot be torn down; remove “keep session” or the tear-down."));
    }
  }

  private void needs(NamedBlock own, FixtureBlock fixture) {
    FixtureList needs = fixture.needs();
    Graphs<NamedBlock> graph =
        new Graphs<>(each -> Names.key(each.name()), BY_PATH_AND_NAME, this::neededBy);
    for (FixtureList.Use use : needs.uses()) {
      Optional<FixtureMatch> needed = index.fixture(use.name());
      if (needed.isEmpty()) {
        continue;
      }
      Optional<List<NamedBlock>> circle = graph.closedBy(own, needed.get().named());
      if (circle.isPresent()) {
        problems.add(
            new Diagnostic(
                Problem.FIXTURE_CIRCLE,
                needs.range(use),
                "A fixture may not need itself: "
                    + Graphs.inWords(circle.get(), NamedBlock::name)
                    + "."));
      } else if (needed.get().block().scope().compareTo(fixture.scope()) < 0) {
        problems.add(narrower(use, needed.get().block(), needs.range(use)));
      }
    }
  }

  private static Diagnostic narrower(FixtureList.Use use, FixtureBlock needed, Range range) {
    return new Diagnostic(
        Problem.WIDER_FIXTURE,
        range,
        "“"
            + use.name()
            + "” is torn down after "
            + (needed.scope() == Scope.ROWS
                ? "the rows of a case"
                : "each " + needed.scope().word())
            + ", but this fixture lasts longer; widen its scope or narrow this one's.");
  }

  private List<NamedBlock> neededBy(NamedBlock fixture) {
    return new FixtureBlock(fixture.block())
        .needs().uses().stream()
            .flatMap(use -> index.fixture(use.name()).stream())
            .map(FixtureMatch::named)
            .toList();
  }
}
