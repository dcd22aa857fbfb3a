package elmtable.server.command;

import elmtable.plan.CasePlan;
import elmtable.plan.Plan;
import elmtable.plan.SavedPlan;
import elmtable.plan.Selection;
import elmtable.project.Project;
import elmtable.report.EarlierTimes;
import elmtable.report.LastRun;
import elmtable.report.RunFolder;
import elmtable.run.RunHandle;
import elmtable.run.Runner;
import elmtable.run.event.Outcome;
import elmtable.run.request.ExpectedTimes;
import elmtable.run.request.RunChoices;
import elmtable.run.request.RunRequest;
import elmtable.server.service.MissingSecretException;
import elmtable.server.store.SecretFile;
import elmtable.server.store.SessionFiles;
import elmtable.text.Counted;
import elmtable.webdriver.BrowserLauncher;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.ThreadLocalRandom;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Runs a selection and writes what happened to a folder of its own. */
@Command(
    name = "run",
    mixinStandardHelpOptions = true,
    description =
        "Runs the cases of a project folder. Exit code: 0 all passed, 1 some did not, 2 some could not run at all.")
final class RunCommand implements Callable<Integer> {
  @Parameters(paramLabel = "DIR", description = "Folder of the project.")
  private Path folder;

  @Mixin private SelectionOptions options;

  @Option(
      names = "--out",
      paramLabel = "DIR",
      defaultValue = "runs",
      description = "Where the run's folder is made.")
  private Path out;

  @Option(
      names = "--workers",
      description = "How many suites run side by side; as the plan says or 2 if left out.")
  private Integer workers;

  @Option(names = "--seed", description = "Seed of random values; chosen and shown if left out.")
  private Long seed;

  @Option(
      names = "--tries",
      paramLabel = "N",
      description =
          "How often each case is tried at least, until it passes; as it says if left out.")
  private Integer tries;

  @Option(
      names = "--stop-after",
      paramLabel = "N",
      description = "Stops the run after so many cases that did not pass; never if left out.")
  private Integer stopAfter;

  @Option(names = "--headed", description = "Shows the browsers on this machine's screen.")
  private boolean headed;

  @Option(
      names = "--pace",
      paramLabel = "TIME",
      converter = PaceConverter.class,
      description = "A pause after each step, for watching, such as 500ms.")
  private Duration pace;

  @Option(names = "--pictures", description = "Keeps a picture after each step.")
  private boolean pictures;

  @Option(
      names = "--last-failed",
      description = "Only executable cases that did not pass in the last run of this folder.")
  private boolean lastFailed;

  @Option(
      names = "--strict",
      description = "Exit code 2 where cases of features are out since they are not finished.")
  private boolean strict;

  private static final int USUAL_WORKERS = 2;

  @Spec private CommandSpec spec;

  @Override
  public Integer call() throws InterruptedException {
    requireSensible();
    Project project =
        options.overridden(ProjectFolder.read(folder)).with(SecretFile.in(folder.resolve(".elm")));
    Plan plan = options.plan(project, selection(project));
    if (plan.count() == 0) {
      throw new RefusalException(
          lastFailed
              ? "None of the cases that did not pass last time is left; see “elm plan”."
              : "The selection has no executable case; see “elm plan”.");
    }
    requireSecrets(project, plan);
    Runner runner = new Runner(() -> new BrowserLauncher(folder));
    tellMissing(runner.missing(project, plan.browsers()));
    try {
      return carriedOut(runner, project, plan);
    } catch (IOException full) {
      throw new RefusalException(
          "The results cannot be written to " + out + ": " + full.getMessage() + ".");
    }
  }

  private int carriedOut(Runner runner, Project project, Plan plan)
      throws IOException, InterruptedException {
    RunFolder results = RunFolder.in(out);
    Progress progress = new Progress(spec.commandLine().getOut(), System.console() != null);
    RunHandle run =
        runner.start(
            request(project, plan, results.path().getFileName().toString()),
            results,
            List.of(results, progress));
    try (OrderlyEnd end = OrderlyEnd.of(run);
        results) {
      run.await(Duration.ofDays(1));
      if (!run.isOver()) {
        throw new RefusalException("The run did not end within a day.");
      }
      progress.summary(results.path());
      long unfinished = unfinished(plan);
      int code = exitCode(plan.count(), progress.counts());
      return strict && unfinished > 0 ? 2 : code;
    }
  }

  /** Cases that need no browser run without, so that this is no reason not to begin. */
  private void tellMissing(List<String> missing) {
    PrintWriter err = spec.commandLine().getErr();
    missing.forEach(err::println);
    err.flush();
  }

  private RunRequest request(Project project, Plan plan, String id) {
    RunChoices choices = choices(project);
    return new RunRequest(
        id,
        options.title(),
        project,
        plan,
        choices,
        choices.within().orElse(RunRequest.USUAL_LIMIT),
        ValuesCommand.ofProject(folder),
        SessionFiles.in(folder.resolve(".elm")),
        expectedTimes());
  }

  /** Going by earlier runs, so that what takes long begins first. */
  private ExpectedTimes expectedTimes() {
    try {
      return EarlierTimes.in(out);
    } catch (IOException | IllegalArgumentException unreadable) {
      PrintWriter err = spec.commandLine().getErr();
      err.println(
          "How long cases took earlier cannot be read from "
              + out
              + ": "
              + unreadable.getMessage()
              + "; they go in the plan's order.");
      err.flush();
      return ExpectedTimes.NONE;
    }
  }

  private static void requireSecrets(Project project, Plan plan) {
    try {
      MissingSecretException.require(project, plan.environments());
    } catch (MissingSecretException missing) {
      throw new RefusalException(missing.getMessage());
    }
  }

  /** What is chosen, and of that only what did not pass last time where that is asked for. */
  private Selection selection(Project project) {
    Selection chosen = options.selection(project);
    if (!lastFailed) {
      return chosen;
    }
    try {
      List<String> identities =
          LastRun.in(out)
              .orElseThrow(() -> new RefusalException("There is no run in " + out + " yet."))
              .notPassed();
      if (identities.isEmpty()) {
        throw new RefusalException("All cases of the last run passed.");
      }
      return chosen.withIdentities(identities.toArray(String[]::new));
    } catch (IOException unreadable) {
      throw new RefusalException(
          "The last run in " + out + " cannot be read: " + unreadable.getMessage() + ".");
    }
  }

  /** As the options say, else the saved plan, else as usual. */
  private RunChoices choices(Project project) {
    RunChoices usual =
        RunChoices.usual(USUAL_WORKERS, ThreadLocalRandom.current().nextInt(1, 100_000));
    RunChoices planned =
        options.saved(project).map(SavedPlan::block).map(usual::with).orElse(usual);
    return new RunChoices(
        workers != null ? workers : planned.workers(),
        seed != null ? seed : planned.seed(),
        tries != null ? tries : planned.tries(),
        stopAfter != null ? stopAfter : planned.stopAfter(),
        headed,
        Optional.ofNullable(pace),
        pictures || planned.pictures(),
        planned.within(),
        planned.timeout());
  }

  private void requireSensible() {
    if (workers != null && (workers < 1 || workers > 64)) {
      throw new RefusalException("There are 1 to 64 workers, not " + workers + ".");
    }
    if (tries != null && (tries < 1 || tries > 10)) {
      throw new RefusalException("A case has 1 to 10 tries, not " + tries + ".");
    }
    if (stopAfter != null && stopAfter < 0) {
      throw new RefusalException("A run stops after a number of failures, not " + stopAfter + ".");
    }
  }

  /** Says how many cases are out that have sentences without a keyword. */
  private long unfinished(Plan plan) {
    long count =
        plan.cases().stream()
            .filter(one -> one.exclusionReason().equals(CasePlan.NOT_FINISHED))
            .count();
    if (count > 0) {
      PrintWriter out = spec.commandLine().getOut();
      out.println(
          Counted.of(count, "case")
              + (count == 1 ? " is" : " are")
              + " not finished; see “elm plan”.");
      out.flush();
    }
    return count;
  }

  /** 2 where a planned case has no outcome, for which nobody may take the run for a good one. */
  static int exitCode(long planned, Map<Outcome, Long> counts) {
    long told = counts.values().stream().mapToLong(Long::longValue).sum();
    if (told < planned || counts.getOrDefault(Outcome.NOT_RUN, 0L) > 0) {
      return 2;
    }
    return counts.getOrDefault(Outcome.PASSED, 0L) == told ? 0 : 1;
  }
}
