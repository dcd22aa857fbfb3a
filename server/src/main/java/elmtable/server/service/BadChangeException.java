package elmtable.server.service;

/** A change that does not fit its document. */
public final class BadChangeException extends RuntimeException {
  private static final long serialVersionUID = 1;

  BadChangeException(String message) {
    super(message, null, false, false);
  }
}
