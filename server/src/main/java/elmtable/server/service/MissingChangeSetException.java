package elmtable.server.service;

/** A change set that was never made. */
public final class MissingChangeSetException extends RuntimeException {
  private static final long serialVersionUID = 1;

  MissingChangeSetException(long id) {
    super("There is no change " + id + " to take back.", null, false, false);
  }
}
