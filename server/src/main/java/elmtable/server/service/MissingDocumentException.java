package elmtable.server.service;

/** A document that is not in the project. */
public final class MissingDocumentException extends RuntimeException {
  private static final long serialVersionUID = 1;

  private final long id;

  MissingDocumentException(long id) {
    super("The project has no document " + id + ".", null, false, false);
    this.id = id;
  }

  public long id() {
    return id;
  }
}
