package elmtable.run.time;

/** Ends what is going on when a run is stopped. */
public final class RunStoppedException extends RuntimeException {
  private static final long serialVersionUID = 1;

  public RunStoppedException() {
    super("The run was stopped.", null, false, false);
  }
}
