package elmtable.run;

import elmtable.formula.Value;
import elmtable.run.RunEvent.Named;
import java.util.List;

/** Tells the events of one case, with secrets masked, and numbers its steps. */
final class Reporter {
  private final int number;
  private final Events events;
  private final EvidenceKeeper evidence;
  private final Secrets secrets;
  private int steps;

  Reporter(int number, Events events, EvidenceKeeper evidence, Secrets secrets) {
    this.number = number;
    this.events = events;
    this.evidence = evidence;
    this.secrets = secrets;
  }

  Secrets secrets() {
    return secrets;
  }

  int stepStarted(
      int parent, String phase, String keyword, List<String> arguments, String document, int line) {
    int step = ++steps;
    List<String> masked = arguments.stream().map(secrets::mask).toList();
    events.tell(
        new RunEvent.StepStarted(
            Events.now(),
            number,
            step,
            parent,
            phase,
            secrets.mask(keyword),
            masked,
            document,
            line));
    return step;
  }

  void stepFinished(
      int step,
      StepRunner.Result result,
      long nanos,
      List<Named> resolved,
      List<Named> kept,
      String reason) {
    events.tell(
        new RunEvent.StepFinished(
            Events.now(),
            number,
            step,
            result.outcome(),
            nanos / 1e6,
            masked(resolved),
            masked(kept),
            secrets.mask(result.failure()),
            secrets.mask(reason)));
  }

  private List<Named> masked(List<Named> values) {
    return values.stream()
        .map(value -> new Named(value.name(), secrets.mask(value.value())))
        .toList();
  }

  static Named named(String name, Value value) {
    return new Named(name, value.text());
  }

  void log(int step, String text) {
    events.tell(new RunEvent.Logged(Events.now(), number, step, secrets.mask(text)));
  }

  void keep(int step, String kind, byte[] content, String suffix, String note) {
    String file = evidence.keep(content, suffix);
    events.tell(
        new RunEvent.EvidenceKept(Events.now(), number, step, kind, file, secrets.mask(note)));
  }

  String mask(String text) {
    return secrets.mask(text);
  }
}
