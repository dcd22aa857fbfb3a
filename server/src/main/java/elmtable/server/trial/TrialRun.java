package elmtable.server.trial;

import elmtable.check.CheckedProject;
import elmtable.plan.Plan;
import elmtable.plan.Planner;
import elmtable.plan.Selection;
import elmtable.project.Project;
import elmtable.project.TypedSecrets;
import elmtable.run.RunHandle;
import elmtable.run.Runner;
import elmtable.run.event.Failure;
import elmtable.run.event.RunEvent;
import elmtable.run.request.ExpectedTimes;
import elmtable.run.request.KeptSessions;
import elmtable.run.request.KeptValues;
import elmtable.run.request.RunChoices;
import elmtable.run.request.RunRequest;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;

/** Runs one case that nobody wrote, and keeps nothing of it. */
final class TrialRun {
  /** The document that the case is in, and its suite. */
  static final String PATH = "trial of a page.elmt";

  static final String SUITE = "Trial of a page";

  private static final Duration LIMIT = Duration.ofSeconds(60);

  private final Runner runner;
  private final KeptValues kept;
  private final KeptSessions sessions;
  private final TypedSecrets secrets;

  TrialRun(Runner runner, KeptValues kept, KeptSessions sessions, TypedSecrets secrets) {
    this.runner = runner;
    this.kept = kept;
    this.sessions = sessions;
    this.secrets = secrets;
  }

  /** The case as a document. */
  static String text(String fixture, List<String> steps) {
    return "suite "
        + SUITE
        + "\n\ncase Trial\ntimeout: 60s\n"
        + (fixture.isEmpty() ? "" : "fixtures: " + fixture + "\n")
        + "steps\n"
        + String.join("", steps.stream().map(step -> "| " + step + " |\n").toList());
  }

  /** What went wrong, if anything did. */
  Optional<Failure> execute(Project project, Selection selection) throws InterruptedException {
    Plan plan = Planner.plan(CheckedProject.of(project), selection.withSuites(SUITE));
    AtomicReference<Failure> failure = new AtomicReference<>();
    RunRequest request =
        new RunRequest(
            "trial",
            SUITE,
            project.with(secrets),
            plan,
            RunChoices.usual(1, 1),
            RunRequest.USUAL_LIMIT,
            kept,
            sessions,
            ExpectedTimes.NONE);
    RunHandle run =
        runner.start(
            request,
            (content, suffix) -> "not kept",
            List.of(event -> {
              if (event instanceof RunEvent.CaseFinished done && done.failure() != null) {
                failure.set(done.failure());
              }
            }));
    try {
      if (!run.await(LIMIT)) {
        failure.set(new Failure("The page was not there after a minute.", null, null, null));
      }
    } finally {
      run.stop();
    }
    return Optional.ofNullable(failure.get());
  }
}
