package elmtable.server.store;

/** The database cannot be read or written. */
public final class StoreException extends RuntimeException {
  private static final long serialVersionUID = 1;

  StoreException(String message) {
    super(message);
  }

  StoreException(String message, Throwable cause) {
    super(message, cause);
  }
}
