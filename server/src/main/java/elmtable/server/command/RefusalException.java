package elmtable.server.command;

/** A command that cannot be carried out, for a reason that its user can mend. */
final class RefusalException extends RuntimeException {
  private static final long serialVersionUID = 1;

  RefusalException(String message) {
    super(message);
  }
}
