package elmtable.server.store;

import java.util.List;

/** What the files of the project's folder held when they were last read or written. */
public final class FolderBases {
  private final Database database;

  public FolderBases(Database database) {
    this.database = database;
  }

  /** The text that a file and its document last had in common. */
  public record Base(String path, long document, String text) {}

  public List<Base> all() {
    return Jdbc.query(
        database,
        "select path, document, text from folder_base",
        statement -> {},
        rows -> new Base(rows.getString(1), rows.getLong(2), rows.getString(3)));
  }

  /** Keeps and drops bases together. */
  public void change(List<Base> kept, List<String> dropped) {
    database
        .writer()
        .now(connection -> {
          for (String path : dropped) {
            Jdbc.update(connection, "delete from folder_base where path = ?", path);
          }
          for (Base base : kept) {
            Jdbc.update(
                connection,
                "insert or replace into folder_base (path, document, text) values (?, ?, ?)",
                base.path(),
                base.document(),
                base.text());
          }
          return null;
        });
  }
}
