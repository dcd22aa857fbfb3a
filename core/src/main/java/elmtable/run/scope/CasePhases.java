package elmtable.run.scope;

import elmtable.binding.BindingContext;
import elmtable.block.FixtureBlock;
import elmtable.block.FixtureList;
import elmtable.block.Scope;
import elmtable.formula.Evaluator;
import elmtable.formula.FormulaException;
import elmtable.formula.Template;
import elmtable.formula.Value;
import elmtable.formula.ValueLookup;
import elmtable.language.BlockKind;
import elmtable.language.Section;
import elmtable.language.Step;
import elmtable.plan.CaseOrder;
import elmtable.plan.CaseOrder.Part;
import elmtable.plan.CaseOrder.Phase;
import elmtable.plan.ExecutableCase;
import elmtable.project.Project;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.Signatures;
import elmtable.run.event.Failure;
import elmtable.run.event.Outcome;
import elmtable.run.step.CaseValues;
import elmtable.run.step.FixtureSteps;
import elmtable.run.step.FixtureValues;
import elmtable.run.step.Frame;
import elmtable.run.step.StepHooks;
import elmtable.run.step.StepRunner;
import elmtable.run.time.RunStoppedException;
import elmtable.run.time.StopSignal;
import elmtable.text.Names;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Carries out the order round a case: hooks, fixtures and set-ups on the way in, the case's own
 * steps, and everything that was begun back in reverse, whatever happened.
 */
public final class CasePhases {
  private static final String SET_UP = FixtureSteps.SET_UP;
  private static final String TEAR_DOWN = FixtureSteps.TEAR_DOWN;

  private final ExecutableCase executable;
  private final StepRunner steps;
  private final WideParts wide;
  private final StopSignal stop;
  private final CaseValues scope;
  private final Frame frame;
  private final List<Part> order;
  private final StepRunner.AroundStep around;
  private final CaseResult result = new CaseResult();

  /** Whether what surrounds the suite's and the case's own sections was set up. */
  private boolean reached;

  /** The frames of fixtures whose set-up began, by their keys. */
  private final Map<String, Frame> begun = new HashMap<>();

  private final Map<String, Map<String, Value>> given = new HashMap<>();

  /**
   * @param steps runs the case's own steps
   * @param wide carries out what is there once for several cases
   */
  public CasePhases(CaseSession session, StepRunner steps, WideParts wide) {
    this.executable = session.executable();
    this.steps = steps;
    this.wide = wide;
    this.stop = session.stop();
    this.scope = session.values();
    Project project = session.request().project();
    this.frame = Frame.ofCase(BindingContext.of(executable.entry()));
    this.order = CaseOrder.of(project, executable.entry(), executable.tags());
    this.around = StepHooks.of(project, executable, this::hook);
  }

  public CaseResult run() {
    try {
      wide.expect(order);
      stop.breakable(this::forwards);
    } catch (RunStoppedException stopped) {
      result.stop();
    }
    steps.tearDown();
    try {
      for (Part part : order) {
        boolean own = part.kind() == BlockKind.SUITE || part.kind() == BlockKind.CASE;
        boolean ofCase = part.phase() == Phase.AFTER && part.scope() == Scope.CASE;
        if (ofCase && (reached || !own)) {
          back(part);
        }
      }
    } catch (RunStoppedException stopped) {
      result.stop();
    }
    return result;
  }

  private void forwards() {
    for (Part part : order) {
      if (part.phase() != Phase.AFTER && result.isGood()) {
        forwards(part);
      }
    }
  }

  private void forwards(Part part) {
    reached |= part.kind() != BlockKind.FIXTURE && part.kind() != BlockKind.HOOK;
    switch (part.kind()) {
      case FIXTURE -> setUp(part);
      case HOOK ->
          result.add(
              wide.isWide(part) ? wide.hook(part) : hook(part, path -> Optional.empty()), true);
      case SUITE -> add(part, SET_UP, part.located().block().activeSteps(Section.SET_UP));
      default -> {
        if (part.phase() == Phase.STEPS) {
          result.add(own(part, "steps", Section.STEPS), false);
        } else {
          result.add(own(part, SET_UP, Section.SET_UP), true);
        }
      }
    }
  }

  private void back(Part part) {
    switch (part.kind()) {
      case FIXTURE -> tearDown(part);
      case HOOK -> result.add(hook(part, path -> Optional.empty()), true);
      case SUITE -> add(part, TEAR_DOWN, part.located().block().activeSteps(Section.TEAR_DOWN));
      default -> result.add(own(part, TEAR_DOWN, Section.TEAR_DOWN), true);
    }
  }

  private void add(Part part, String phase, List<Step> body) {
    result.add(steps.run(phase, body, frame, part.document(), part.located().firstLine()), true);
  }

  /** One of the case's own sections. */
  private StepRunner.Result own(Part part, String phase, Section section) {
    int firstLine = part.located().firstLine();
    return steps.run(phase, executable.steps(section), frame, part.document(), firstLine, around);
  }

  /**
   * @param further what it sees beside the case
   */
  private StepRunner.Result hook(Part part, ValueLookup further) {
    ValueLookup about = path -> surrounded(path).or(() -> further.find(path));
    return steps.surrounding(
        part.phase() == Phase.BEFORE ? SET_UP : TEAR_DOWN,
        "hook " + part.name(),
        part,
        part.located().block().activeSteps(Section.STEPS),
        Frame.ofHook(BindingContext.of(part.located().block()), about),
        false);
  }

  /** What a hook can ask of the case that it surrounds. */
  private Optional<Value> surrounded(List<String> path) {
    if (path.size() != 2 || !Names.key(path.get(0)).equals("case")) {
      return Optional.empty();
    }
    return switch (Names.key(path.get(1))) {
      case "name" -> Optional.of(Value.of(executable.name()));
      case "outcome" -> Optional.of(Value.of(result.outcome().word()));
      default -> Optional.empty();
    };
  }

  private void setUp(Part part) {
    String key = part.fixture().key();
    try {
      Optional<WideScope.SetUp> once =
          wide.isWide(part)
              ? wide.fixture(part, shown(part), () -> frameOf(part), needed(part))
              : Optional.empty();
      if (once.isPresent()) {
        result.add(wide.told(once.get()), true);
        keep(key, once.get().isGood(), once.get().given());
        return;
      }
      Frame own = frameOf(part);
      begun.put(key, own);
      StepRunner.Result ended = FixtureSteps.setUp(steps, part, shown(part), own);
      result.add(ended, true);
      keep(key, ended.isGood(), FixtureSteps.gives(part, own));
    } catch (FormulaException failed) {
      result.add(
          new StepRunner.Result(
              Outcome.ERROR,
              Failure.of(
                  "The fixture “" + part.name() + "” cannot be set up: " + failed.getMessage()),
              false),
          true);
    }
  }

  private void keep(String key, boolean good, Map<String, Value> gives) {
    if (good) {
      given.put(key, gives);
      handOver(key);
    }
  }

  private Frame frameOf(Part part) {
    FixtureBlock fixture = new FixtureBlock(part.located().block());
    Map<String, Value> places = new LinkedHashMap<>();
    part.fixture().places().forEach((place, written) -> places.put(place, value(written)));
    FixtureValues needs = new FixtureValues();
    Set<String> aliases =
        fixture.needs().uses().stream()
            .map(use -> Names.key(use.alias()))
            .collect(Collectors.toSet());
    part.fixture()
        .needs()
        .forEach(
            (as, key) -> needs.put(as, aliases.contains(as), given.getOrDefault(key, Map.of())));
    BindingContext context =
        new BindingContext(fixture.pages().names(), Optional.of(Signatures.of(fixture.block())));
    return Frame.ofFixture(context, places, needs);
  }

  /** What the fixtures gave that a fixture needs, as it calls them. */
  private Map<String, Map<String, Value>> needed(Part part) {
    Map<String, Map<String, Value>> needed = new LinkedHashMap<>();
    part.fixture().needs().forEach((as, key) -> needed.put(as, given.getOrDefault(key, Map.of())));
    return needed;
  }

  private Value value(String written) {
    return new Evaluator(scope.ofCase(), scope.context()).value(Template.of(written));
  }

  /** The fixture's name as it is filled in. */
  private String shown(Part part) {
    return value(part.name()).text();
  }

  /** The case sees what the fixtures give that it asks for itself. */
  private void handOver(String key) {
    CaseEntry entry = executable.entry();
    for (FixtureList.Use use : entry.fixtures()) {
      if (Names.key(use.name()).equals(key)) {
        boolean alias = !use.alias().isEmpty();
        scope.fixtures().put(alias ? use.alias() : use.name(), alias, given.get(key));
      }
    }
  }

  private void tearDown(Part part) {
    Frame own = begun.get(part.fixture().key());
    if (own != null) {
      result.add(FixtureSteps.tearDown(steps, part, shown(part), own), true);
    }
  }
}
