package elmtable.run.event;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import java.time.Instant;
import java.util.List;
import java.util.Map;

/**
 * What happens in a run, in order. Everything that anyone shows or keeps of a run is made of these;
 * they are the format on disk, too. Cases count from 1 as they are planned, steps from 1 within
 * their case; 0 stands for none.
 */
@JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "event")
@JsonSubTypes({
  @JsonSubTypes.Type(value = RunEvent.RunStarted.class, name = "run started"),
  @JsonSubTypes.Type(value = RunEvent.CasesPlanned.class, name = "cases planned"),
  @JsonSubTypes.Type(value = RunEvent.CaseStarted.class, name = "case started"),
  @JsonSubTypes.Type(value = RunEvent.StepStarted.class, name = "step started"),
  @JsonSubTypes.Type(value = RunEvent.StepFinished.class, name = "step finished"),
  @JsonSubTypes.Type(value = RunEvent.Logged.class, name = "logged"),
  @JsonSubTypes.Type(value = RunEvent.SetUpUsed.class, name = "set-up used"),
  @JsonSubTypes.Type(value = RunEvent.TearDownDue.class, name = "tear-down due"),
  @JsonSubTypes.Type(value = RunEvent.EvidenceKept.class, name = "evidence kept"),
  @JsonSubTypes.Type(value = RunEvent.CaseFinished.class, name = "case finished"),
  @JsonSubTypes.Type(value = RunEvent.RunFinished.class, name = "run finished"),
})
public sealed interface RunEvent {
  Instant at();

  /** A case as it stands in the plan of a run. */
  record Planned(
      int number,
      String identity,
      String name,
      String suite,
      String document,
      int line,
      int row,
      Map<String, String> values,
      List<String> tags) {
    public Planned {
      tags = List.copyOf(tags);
    }
  }

  /** {@code total} is how many executable cases there are. */
  record RunStarted(
      Instant at,
      String run,
      String title,
      String environment,
      String browser,
      int workers,
      long seed,
      long total)
      implements RunEvent {}

  /** The next executable cases, each told once and before it begins. */
  record CasesPlanned(Instant at, List<Planned> cases) implements RunEvent {
    public CasesPlanned {
      cases = List.copyOf(cases);
    }
  }

  /** {@code attempt} counts from 1; steps of a later attempt replace those of the one before. */
  record CaseStarted(Instant at, int number, int worker, int attempt) implements RunEvent {}

  /**
   * @param phase {@code set-up}, {@code steps} or {@code tear-down}
   * @param arguments as written, marks included
   * @param document where the step stands
   * @param line counted from 1
   */
  record StepStarted(
      Instant at,
      int number,
      int step,
      int parent,
      String phase,
      String keyword,
      List<String> arguments,
      String document,
      int line)
      implements RunEvent {
    public StepStarted {
      arguments = List.copyOf(arguments);
    }
  }

  /** A value that a step got or kept, with secrets masked. */
  record NamedValue(String name, String value) {}

  /**
   * @param resolved its arguments with all values put in
   * @param kept the results it kept
   * @param failure null where there is none
   * @param reason why it was skipped, or the empty text
   */
  record StepFinished(
      Instant at,
      int number,
      int step,
      Outcome outcome,
      double millis,
      List<NamedValue> resolved,
      List<NamedValue> kept,
      Failure failure,
      String reason)
      implements RunEvent {
    public StepFinished {
      resolved = List.copyOf(resolved);
      kept = List.copyOf(kept);
    }
  }

  record Logged(Instant at, int number, int step, String text) implements RunEvent {}

  /**
   * A step stands for a set-up that happened elsewhere.
   *
   * @param name of what was set up, as steps call it
   * @param setUpIn the case in which it happened; 0 for an earlier run
   * @param scope what it was set up for: rows, suite or run
   * @param kept whether it is a session that is put into each case
   * @param times how often it was used again in this run, up to this time
   * @param setUpMillis how long the set-up took, which each use saves
   */
  record SetUpUsed(
      Instant at,
      int number,
      int step,
      String name,
      int setUpIn,
      String scope,
      boolean kept,
      int times,
      double setUpMillis)
      implements RunEvent {}

  /**
   * A fixture's set-up begins, or has ended well: from now on it is to be torn down.
   *
   * @param name as its steps call it
   * @param gave what others have of it; empty before its set-up has ended
   */
  record TearDownDue(Instant at, int number, String name, List<NamedValue> gave)
      implements RunEvent {
    public TearDownDue {
      gave = List.copyOf(gave);
    }
  }

  /** {@code kind} is picture, source or download; {@code file} its name in the run's evidence. */
  record EvidenceKept(Instant at, int number, int step, String kind, String file, String note)
      implements RunEvent {}

  /** {@code failure} is the first one; null where the case passed. */
  record CaseFinished(Instant at, int number, Outcome outcome, double millis, Failure failure)
      implements RunEvent {}

  /** {@code counts} hold those that were not even planned before the run was stopped, too. */
  record RunFinished(Instant at, boolean stopped, Map<Outcome, Integer> counts)
      implements RunEvent {}
}
