package elmtable.server.view;

import elmtable.check.CheckedProject;
import elmtable.plan.CasePlan;
import elmtable.plan.ExecutableCase;
import elmtable.plan.Planner;
import elmtable.project.entry.CaseEntry;
import elmtable.run.event.Outcome;
import elmtable.run.request.ExpectedTimes;
import elmtable.server.message.Nullable;
import elmtable.server.message.SheetMessages.CaseOutcomeView;
import java.util.Collection;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.OptionalDouble;
import java.util.function.Function;

/** For each case how its executable cases ended when they last ran, and how long that takes. */
public final class CaseOutcomes {
  /** Of a case with more executable cases, its mark tells of the first ones. */
  private static final int MOST_OF_A_CASE = 2000;

  private final Map<Object, Ran> ran = new IdentityHashMap<>();

  /**
   * How the executable cases of a case ended.
   *
   * @param last the worst; null where nothing of it ever ran
   * @param millis what they take together; null where none ever passed
   */
  record Ran(@Nullable Outcome last, @Nullable Long millis) {
    static final Ran NEVER = new Ran(null, null);
  }

  /** Of some planned cases. */
  public CaseOutcomes(
      List<CasePlan> plans, Function<String, Outcome> lastByIdentity, ExpectedTimes times) {
    for (CasePlan plan : plans) {
      ran.put(plan.entry().located(), ran(plan, lastByIdentity, times));
    }
  }

  /** The same of the cases of one document only. */
  public static List<CaseOutcomeView> ofDocument(
      CheckedProject project,
      String path,
      Function<String, Outcome> lastByIdentity,
      ExpectedTimes times) {
    return Planner.plan(project, project.project().indexes().get(path)).stream()
        .map(plan -> {
          Ran ran = ran(plan, lastByIdentity, times);
          return new CaseOutcomeView(
              plan.entry().located().headerLine(),
              plan.count(),
              Absent.ifEmpty(plan.exclusionReason()),
              ran.last(),
              ran.millis());
        })
        .toList();
  }

  private static Ran ran(
      CasePlan plan, Function<String, Outcome> lastByIdentity, ExpectedTimes times) {
    List<String> identities =
        plan.executables(MOST_OF_A_CASE).stream().map(ExecutableCase::identity).toList();
    Outcome last = worst(identities.stream().map(lastByIdentity).toList());
    // Those that never passed are expected to take as long as the others.
    OptionalDouble usual =
        identities.stream()
            .map(times::millis)
            .filter(OptionalDouble::isPresent)
            .mapToDouble(OptionalDouble::getAsDouble)
            .average();
    return new Ran(last, usual.isPresent() ? Math.round(usual.getAsDouble() * plan.count()) : null);
  }

  Ran ran(CaseEntry entry) {
    return ran.getOrDefault(entry.located(), Ran.NEVER);
  }

  /** The worst of several outcomes; null where none of them is known. */
  static Outcome worst(Collection<Outcome> outcomes) {
    return outcomes.stream().filter(Objects::nonNull).max((a, b) -> rank(a) - rank(b)).orElse(null);
  }

  private static int rank(Outcome outcome) {
    return List.of(
            Outcome.SKIPPED,
            Outcome.PASSED,
            Outcome.NOT_RUN,
            Outcome.BLOCKED,
            Outcome.ERROR,
            Outcome.FAILED)
        .indexOf(outcome);
  }
}
