package elmtable.server.store;

/** The database cannot be read or written. */
public final class StoreFailure extends RuntimeException {
  private static final long serialVersionUID = 1;

  StoreFailure(String message) {
    super(message);
  }

  StoreFailure(String message, Throwable cause) {
    super(message, cause);
  }
}
