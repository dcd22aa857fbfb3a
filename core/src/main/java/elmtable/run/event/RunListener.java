package elmtable.run.event;

/** Is told of a run's events, one after another in their order. */
@FunctionalInterface
public interface RunListener {
  void on(RunEvent event);
}
