package elmtable.run.step;

import elmtable.block.FixtureBlock;
import elmtable.formula.Template;
import elmtable.formula.Value;
import elmtable.language.Mark;
import elmtable.language.Section;
import elmtable.language.Step;
import elmtable.plan.CaseOrder.Part;
import elmtable.text.Names;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Sets a fixture up and tears it down again. */
public final class FixtureSteps {
  public static final String SET_UP = "set-up";
  public static final String TEAR_DOWN = "tear-down";

  private FixtureSteps() {}

  /**
   * @param shown the fixture's name as it is filled in
   */
  public static StepRunner.Result setUp(StepRunner steps, Part part, String shown, Frame frame) {
    List<Step> body = part.located().block().activeSteps(Section.SET_UP);
    String name = "fixture " + shown;
    boolean due = hasTearDown(part);
    if (due) {
      steps.reporter.tearDownDue(name, Map.of());
    }
    StepRunner.Result result = steps.surrounding(SET_UP, name, part, body, frame, false);
    if (due && result.isGood()) {
      steps.reporter.tearDownDue(name, gives(part, frame));
    }
    return result;
  }

  public static boolean hasTearDown(Part part) {
    return !part.located().block().activeSteps(Section.TEAR_DOWN).isEmpty();
  }

  /** Each step of it, but for those that use what the set-up has not reached. */
  public static StepRunner.Result tearDown(StepRunner steps, Part part, String shown, Frame frame) {
    Set<String> missing = notReached(part, frame);
    List<Step> reached =
        part.located().block().activeSteps(Section.TEAR_DOWN).stream()
            .filter(step -> !uses(step, missing))
            .toList();
    return steps.surrounding(
        TEAR_DOWN, "fixture " + shown, part, reached, frame.afterwards(), true);
  }

  /** What a fixture gives: by {@code give}, or by keeping values of these names. */
  public static Map<String, Value> gives(Part part, Frame frame) {
    Map<String, Value> gives = new HashMap<>();
    List<String> names = new FixtureBlock(part.located().block()).gives();
    for (int i = 0; i < names.size(); i++) {
      Optional<Value> value =
          i < frame.given().size() ? Optional.of(frame.given().get(i)) : frame.kept(names.get(i));
      String name = Names.key(names.get(i));
      value.ifPresent(one -> gives.put(name, one));
    }
    return gives;
  }

  /** What the set-up would have kept behind where it ended. */
  private static Set<String> notReached(Part part, Frame frame) {
    Set<String> names = new HashSet<>();
    for (Step step : part.located().block().activeSteps(Section.SET_UP)) {
      Mark.Keep keep = step.mark(Mark.Keep.class);
      if (keep != null) {
        keep.names().stream()
            .filter(name -> frame.kept(name).isEmpty())
            .forEach(name -> names.add(Names.key(name)));
      }
    }
    return names;
  }

  private static boolean uses(Step step, Set<String> names) {
    return step.arguments().stream()
        .flatMap(cell -> Template.of(cell.source()).references().stream())
        .anyMatch(reference -> names.contains(Names.key(reference.path().get(0))));
  }
}
