package elmtable.check;

import elmtable.binding.BindingContext;
import elmtable.binding.VisibleNames;
import elmtable.keyword.Signature;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Line;
import elmtable.language.Lists;
import elmtable.language.Section;
import elmtable.project.KeywordEntry;
import elmtable.project.NamedBlock;
import elmtable.project.ProjectIndex;
import elmtable.project.Signatures;
import elmtable.text.Diagnostic;
import elmtable.text.Names;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Checks a fixture: its scope, what it needs, how a kept session is looked at, and its steps. */
final class FixtureChecks {
  /** From the narrowest to the widest. */
  static final List<String> SCOPES = List.of("case", "suite", "run");

  private final ProjectIndex index;
  private final StepChecks steps;
  private final List<Diagnostic> problems = new ArrayList<>();

  FixtureChecks(ProjectIndex index, StepChecks steps) {
    this.index = index;
    this.steps = steps;
  }

  List<Diagnostic> check(Block fixture) {
    fixture
        .property("scope")
        .filter(scope -> !SCOPES.contains(Names.key(scope.value())))
        .ifPresent(scope ->
            problems.add(PropertyChecks.bad(scope, "is no scope; there are case, suite and run.")));
    fixture.property("needs").ifPresent(needs -> needs(fixture, needs));
    PropertyChecks.duration(fixture, "keep session", problems);
    PropertyChecks.pages(fixture, index, problems);
    fixture.property("check").ifPresent(this::check);
    Signature gives = Signatures.of(fixture);
    BindingContext context = new BindingContext(fixture.list("pages"), Optional.of(gives));
    VisibleNames visible = VisibleNames.of(fixture, index);
    for (Section section : List.of(Section.SET_UP, Section.TEAR_DOWN)) {
      problems.addAll(steps.check(fixture.steps(section), context, visible, false));
    }
    return problems;
  }

  private void check(Line.Property check) {
    Optional<KeywordEntry> keyword = index.keyword(check.value());
    if (keyword.isEmpty()) {
      List<String> names = index.keywords().stream().map(k -> k.signature().name()).toList();
      problems.add(
          PropertyChecks.unknown(
              Problem.UNBOUND_STEP, "keyword", check.value(), check.valueRange(), names));
    }
  }

  private void needs(Block fixture, Line.Property needs) {
    for (String name : Lists.split(needs.value())) {
      Range range = PropertyChecks.rangeOf(needs, name);
      Optional<NamedBlock> needed = index.named(BlockKind.FIXTURE, name);
      if (needed.isEmpty()) {
        List<String> known = index.named(BlockKind.FIXTURE).stream().map(NamedBlock::name).toList();
        problems.add(
            PropertyChecks.unknown(Problem.UNKNOWN_FIXTURE, "fixture", name, range, known));
      } else if (leadsTo(needed.get(), fixture.name())) {
        problems.add(
            new Diagnostic(
                Problem.FIXTURE_CIRCLE,
                range,
                "“" + name + "” needs this fixture itself, so neither can be set up first."));
      } else if (width(needed.get().block()) < width(fixture)) {
        problems.add(
            new Diagnostic(
                Problem.WIDER_FIXTURE,
                range,
                "“"
                    + name
                    + "” is torn down after each "
                    + scope(needed.get().block())
                    + ", but this fixture lasts longer; widen its scope or narrow this one's."));
      }
    }
  }

  private boolean leadsTo(NamedBlock from, String wanted) {
    return Graphs.reaches(
        from,
        Names.key(wanted),
        fixture -> Names.key(fixture.name()),
        fixture ->
            fixture.block().list("needs").stream()
                .flatMap(name -> index.named(BlockKind.FIXTURE, name).stream())
                .toList());
  }

  private static String scope(Block fixture) {
    String scope = Names.key(fixture.value("scope"));
    return SCOPES.contains(scope) ? scope : SCOPES.get(0);
  }

  private static int width(Block fixture) {
    return SCOPES.indexOf(scope(fixture));
  }
}
