package elmtable.server.service;

/**
 * What came into a document from its file.
 *
 * @param from the version before it; {@link #ABSENT} for a document that is new
 * @param to the version after it; {@link #ABSENT} for one that is gone
 */
public record FolderChange(String path, long document, long from, long to) {
  public static final long ABSENT = -1;
}
