package elmtable.run.step;

import elmtable.formula.Value;
import elmtable.run.event.EventPublisher;
import elmtable.run.event.EvidenceKeeper;
import elmtable.run.event.RunEvent;
import elmtable.run.event.RunEvent.NamedValue;
import java.util.List;
import java.util.Map;

/** Tells the events of one case, with secrets masked, and numbers its steps. */
public final class Reporter {
  private final int number;
  private final EventPublisher events;
  private final EvidenceKeeper evidence;
  private final Secrets secrets;
  private int steps;

  public Reporter(int number, EventPublisher events, EvidenceKeeper evidence, Secrets secrets) {
    this.number = number;
    this.events = events;
    this.evidence = evidence;
    this.secrets = secrets;
  }

  Secrets secrets() {
    return secrets;
  }

  public int stepStarted(
      int parent, String phase, String keyword, List<String> arguments, String document, int line) {
    int step = ++steps;
    List<String> masked = arguments.stream().map(secrets::mask).toList();
    events.publish(
        new RunEvent.StepStarted(
            EventPublisher.now(),
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

  public void stepFinished(
      int step,
      StepRunner.Result result,
      long nanos,
      List<NamedValue> resolved,
      List<NamedValue> kept,
      String reason) {
    events.publish(
        new RunEvent.StepFinished(
            EventPublisher.now(),
            number,
            step,
            result.outcome(),
            nanos / 1e6,
            masked(resolved),
            masked(kept),
            secrets.mask(result.failure()),
            secrets.mask(reason)));
  }

  private List<NamedValue> masked(List<NamedValue> values) {
    return values.stream()
        .map(value -> new NamedValue(value.name(), secrets.mask(value.value())))
        .toList();
  }

  NamedValue named(String name, Value value) {
    return new NamedValue(name, secrets.shown(value));
  }

  String shown(Value value) {
    return secrets.shown(value);
  }

  public void log(int step, String text) {
    events.publish(
        new RunEvent.Logged(EventPublisher.now(), number, step, secrets.maskLogged(text)));
  }

  /** A fixture is to be torn down from now on. */
  void tearDownDue(String name, Map<String, Value> gave) {
    List<NamedValue> shown =
        gave.entrySet().stream().map(each -> named(each.getKey(), each.getValue())).toList();
    events.publish(
        new RunEvent.TearDownDue(EventPublisher.now(), number, secrets.mask(name), shown));
  }

  /** A step that only stands for a set-up that happened elsewhere. */
  public void setUpUsed(
      int step,
      String name,
      int setUpIn,
      String scope,
      boolean kept,
      int times,
      double setUpMillis) {
    events.publish(
        new RunEvent.SetUpUsed(
            EventPublisher.now(),
            number,
            step,
            secrets.mask(name),
            setUpIn,
            scope,
            kept,
            times,
            setUpMillis));
  }

  void keep(int step, String kind, byte[] content, String suffix, String note) {
    String file = evidence.keep(content, suffix);
    events.publish(
        new RunEvent.EvidenceKept(
            EventPublisher.now(), number, step, kind, file, secrets.mask(note)));
  }

  public String mask(String text) {
    return secrets.mask(text);
  }
}
