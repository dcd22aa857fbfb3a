package elmtable.server.service;

/** Updates that were thinned out long ago. */
public final class MissingUpdatesException extends RuntimeException {
  private static final long serialVersionUID = 1;

  MissingUpdatesException(String path) {
    super("The history of “" + path + "” does not reach back that far.", null, false, false);
  }
}
