package elmtable.run;

import elmtable.formula.EvaluationContext;
import elmtable.formula.FormulaException;
import elmtable.plan.ExecutableCase;
import elmtable.project.Environments;
import elmtable.run.event.RunEvent;
import elmtable.run.request.NumberedCase;
import elmtable.run.request.RunRequest;
import elmtable.run.step.Secrets;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;

/** How the cases of a run are told before they begin, with secrets masked. */
final class PlannedCases {
  private final RunRequest request;
  private final Map<String, Secrets> secretsOfEnvironments = new HashMap<>();

  PlannedCases(RunRequest request) {
    this.request = request;
  }

  RunEvent.Planned of(NumberedCase numbered) {
    ExecutableCase executable = numbered.executable();
    Secrets secrets = secrets(executable);
    Map<String, String> values = new LinkedHashMap<>();
    executable
        .row()
        .ifPresent(
            row -> row.shown().forEach((column, value) -> values.put(column, secrets.mask(value))));
    return new RunEvent.Planned(
        numbered.number(),
        executable.identity(),
        secrets.mask(executable.name()) + targetSuffix(executable),
        executable.entry().suiteName(),
        executable.entry().path(),
        executable.entry().located().headerLine() + 1,
        executable.row().map(row -> row.number()).orElse(0),
        values,
        executable.tags());
  }

  /** The secrets of its environment, and those that its suite writes out. */
  private Secrets secrets(ExecutableCase executable) {
    Secrets secrets =
        secretsOfEnvironments.computeIfAbsent(executable.environment(), this::ofEnvironment);
    executable
        .entry()
        .ofSuite()
        .ifPresent(suite ->
            suite.values().entries().stream()
                .filter(entry -> entry.secret())
                .forEach(entry -> entry.value().literal().ifPresent(secrets::add)));
    return secrets;
  }

  private Secrets ofEnvironment(String environment) {
    Secrets secrets = new Secrets();
    try {
      Environments.values(
          request.project().index(),
          environment,
          System.getenv(),
          EvaluationContext.seeded(request.choices().seed()).watchedBy(secrets));
    } catch (FormulaException told) {
      // Each case that runs there is an error that says so.
    }
    return secrets;
  }

  /** Where it runs, for a run in several environments or browsers. */
  private String targetSuffix(ExecutableCase executable) {
    String where = request.plan().environments().size() > 1 ? ", " + executable.environment() : "";
    boolean several =
        request.plan().browsers().size() > 1
            || !request.plan().browsers().contains(executable.browser());
    return where + (several ? ", " + executable.browser() : "");
  }
}
