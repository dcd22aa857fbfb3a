package elmtable.server.store;

import java.sql.SQLException;
import java.util.Set;
import org.sqlite.SQLiteErrorCode;

/** The database cannot be read or written. */
public final class StoreException extends RuntimeException {
  private static final long serialVersionUID = 1;

  /** A full disk shows itself as that, or where the write-ahead log or its index cannot grow. */
  private static final Set<SQLiteErrorCode> FULL =
      Set.of(
          SQLiteErrorCode.SQLITE_FULL,
          SQLiteErrorCode.SQLITE_IOERR_WRITE,
          SQLiteErrorCode.SQLITE_IOERR_TRUNCATE,
          SQLiteErrorCode.SQLITE_IOERR_SHMSIZE);

  private final boolean full;

  StoreException(String message) {
    super(message);
    full = false;
  }

  StoreException(String message, Throwable cause) {
    super(message, cause);
    full = isFull(cause);
  }

  static StoreException writing(Throwable cause) {
    return isFull(cause)
        ? new StoreException(
            "The disk is full, so nothing can be saved. Make room; what waits is saved then.",
            cause)
        : new StoreException("The database cannot be written: " + cause.getMessage(), cause);
  }

  /** Whether the disk has no room. */
  public boolean isFull() {
    return full;
  }

  static boolean isFull(Throwable failed) {
    return failed instanceof SQLException sql
        && FULL.stream().anyMatch(code -> code.code == sql.getErrorCode());
  }
}
