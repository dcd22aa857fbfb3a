package elmtable.server.service;

/** A path that another document has. */
public final class PathTakenException extends RuntimeException {
  private static final long serialVersionUID = 1;

  PathTakenException(String path) {
    super("There is a document “" + path + "” already; choose another name.", null, false, false);
  }
}
