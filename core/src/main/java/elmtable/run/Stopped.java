package elmtable.run;

/** Ends what is going on when a run is stopped. */
final class Stopped extends RuntimeException {
  private static final long serialVersionUID = 1;

  Stopped() {
    super("The run was stopped.", null, false, false);
  }
}
