package elmtable.run;

/** Ends what is going on when a run is stopped. */
final class RunStoppedException extends RuntimeException {
  private static final long serialVersionUID = 1;

  RunStoppedException() {
    super("The run was stopped.", null, false, false);
  }
}
