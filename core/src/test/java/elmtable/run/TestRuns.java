package elmtable.run;

import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.check.CheckedProject;
import elmtable.plan.Planner;
import elmtable.plan.Selection;
import elmtable.project.Project;
import elmtable.run.event.RunListener;
import elmtable.run.request.ExpectedTimes;
import elmtable.run.request.KeptSessions;
import elmtable.run.request.KeptValues;
import elmtable.run.request.RunChoices;
import elmtable.run.request.RunRequest;
import java.time.Duration;
import java.util.List;

/** Runs over browsers without pages, for tests of every package that needs one. */
public final class TestRuns {
  private TestRuns() {}

  static RunHandle start(
      Project project,
      Selection selection,
      int workers,
      FakeBrowsers browsers,
      List<RunListener> listeners) {
    return new Runner(() -> browsers)
        .start(request(project, selection, workers), (bytes, suffix) -> "kept" + suffix, listeners);
  }

  static RunRequest request(Project project, Selection selection, int workers) {
    return new RunRequest(
        "7",
        "t",
        project,
        Planner.plan(CheckedProject.of(project), selection),
        RunChoices.usual(workers, 42),
        Duration.ofSeconds(1),
        KeptValues.NONE,
        KeptSessions.NONE,
        ExpectedTimes.NONE);
  }

  /** The same with what earlier runs left to it. */
  static RunRequest after(RunRequest usual, KeptSessions sessions, ExpectedTimes expected) {
    return with(usual, usual.choices(), sessions, expected);
  }

  private static RunRequest with(
      RunRequest usual, RunChoices choices, KeptSessions sessions, ExpectedTimes expected) {
    return new RunRequest(
        usual.id(),
        usual.title(),
        usual.project(),
        usual.plan(),
        choices,
        usual.limit(),
        usual.kept(),
        sessions,
        expected);
  }

  /** Runs everything to its end, as it is chosen. */
  public static void run(
      Project project, FakeBrowsers browsers, RunChoices choices, RunListener listener)
      throws InterruptedException {
    RunRequest usual = request(project, Selection.everything(), 1);
    RunRequest chosen = with(usual, choices, usual.sessions(), usual.expected());
    assertTrue(
        new Runner(() -> browsers)
            .start(chosen, (bytes, suffix) -> "kept" + suffix, List.of(listener))
            .await(Duration.ofSeconds(60)));
  }

  /** Runs everything to its end. */
  public static void run(Project project, FakeBrowsers browsers, RunListener listener)
      throws InterruptedException {
    RunHandle handle = start(project, Selection.everything(), 1, browsers, List.of(listener));
    assertTrue(handle.await(Duration.ofSeconds(60)));
  }
}
