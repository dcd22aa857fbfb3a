package elmtable.run.event;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import java.time.Instant;
import java.util.List;
import java.util.Map;

/**
 * What happens in a run, in order. Everything that anyone shows or keeps of a run is made of these;
 * they are the format on disk, too. Cases count from 1 in the order of the plan, steps from 1
 * within their case; 0 stands for none.
 */
@JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "event")
@JsonSubTypes({
  @JsonSubTypes.Type(value = RunEvent.RunStarted.class, name = "run started"),
  @JsonSubTypes.Type(value = RunEvent.CaseStarted.class, name = "case started"),
  @JsonSubTypes.Type(value = RunEvent.StepStarted.class, name = "step started"),
  @JsonSubTypes.Type(value = RunEvent.StepFinished.class, name = "step finished"),
  @JsonSubTypes.Type(value = RunEvent.Logged.class, name = "logged"),
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

  record RunStarted(
      Instant at,
      String run,
      String title,
      String environment,
      String browser,
      int workers,
      long seed,
      List<Planned> cases)
      implements RunEvent {
    public RunStarted {
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

  /** {@code kind} is picture or source; {@code file} its name in the run's evidence. */
  record EvidenceKept(Instant at, int number, int step, String kind, String file, String note)
      implements RunEvent {}

  /** {@code failure} is the first one; null where the case passed. */
  record CaseFinished(Instant at, int number, Outcome outcome, double millis, Failure failure)
      implements RunEvent {}

  record RunFinished(Instant at, boolean stopped, Map<Outcome, Integer> counts)
      implements RunEvent {}
}
