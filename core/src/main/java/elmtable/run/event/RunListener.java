package elmtable.run.event;

/** Receives a run's events, one after another in their order. */
@FunctionalInterface
public interface RunListener {
  void on(RunEvent event);
}
