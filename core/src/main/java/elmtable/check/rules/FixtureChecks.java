package elmtable.check.rules;

import elmtable.binding.BindingContext;
import elmtable.binding.VisibleNames;
import elmtable.block.FixtureBlock;
import elmtable.block.NameList;
import elmtable.block.Property;
import elmtable.keyword.Signature;
import elmtable.language.BlockKind;
import elmtable.language.Section;
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
  private final ProjectIndex index;
  private final StepChecks steps;
  private final List<Diagnostic> problems = new ArrayList<>();
  private final PropertyChecks properties;

  FixtureChecks(ProjectIndex index, StepChecks steps) {
    this.index = index;
    this.steps = steps;
    this.properties = new PropertyChecks(index, problems);
  }

  List<Diagnostic> check(FixtureBlock fixture) {
    NotCarriedOut.fixture(fixture, problems);
    properties.readable(fixture.scopeProperty(), fixture.keepSession());
    properties.pages(fixture.pages());
    needs(fixture);
    fixture.check().ifPresent(this::check);
    Signature gives = Signatures.of(fixture.block());
    BindingContext context = new BindingContext(fixture.pages().names(), Optional.of(gives));
    VisibleNames names = VisibleNames.of(fixture.block(), index);
    for (Section section : List.of(Section.SET_UP, Section.TEAR_DOWN)) {
      problems.addAll(steps.check(fixture.block().steps(section), context, names, false));
    }
    return problems;
  }

  private void check(Property<String> check) {
    if (index.keyword(check.written()).isEmpty()) {
      List<String> names = index.keywords().stream().map(k -> k.signature().name()).toList();
      problems.add(
          PropertyChecks.unknown(
              Problem.UNBOUND_STEP, "keyword", check.written(), check.range(), names));
    }
  }

  private void needs(FixtureBlock fixture) {
    NameList needs = fixture.needs();
    for (String name : needs.names()) {
      Range range = needs.range(name);
      Optional<FixtureBlock> needed = index.fixture(name);
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
      } else if (needed.get().scope().compareTo(fixture.scope()) < 0) {
        problems.add(
            new Diagnostic(
                Problem.WIDER_FIXTURE,
                range,
                "“"
                    + name
                    + "” is torn down after each "
                    + needed.get().scope().word()
                    + ", but this fixture lasts longer; widen its scope or narrow this one's."));
      }
    }
  }

  private boolean leadsTo(FixtureBlock from, String wanted) {
    return Graphs.reaches(
        from,
        Names.key(wanted),
        fixture -> Names.key(fixture.name()),
        fixture ->
            fixture.needs().names().stream()
                .flatMap(name -> index.fixture(name).stream())
                .toList());
  }
}
