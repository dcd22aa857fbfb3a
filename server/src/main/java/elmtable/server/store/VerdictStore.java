package elmtable.server.store;

import java.time.Instant;
import java.util.HashMap;
import java.util.Map;

/** What people decided of findings. */
public final class VerdictStore {
  private final Database database;

  public VerdictStore(Database database) {
    this.database = database;
  }

  /**
   * A decision.
   *
   * @param word of the verdict
   * @param author who decided, or the empty text
   * @param run in which
   */
  public record Decided(String word, String author, String at, long run) {}

  /** All of them, by the key of their finding. */
  public Map<String, Decided> all() {
    Map<String, Decided> all = new HashMap<>();
    Jdbc.query(
        database,
        "select finding, verdict, author, at, run from verdict",
        statement -> {},
        rows ->
            all.put(
                rows.getString(1),
                new Decided(
                    rows.getString(2), rows.getString(3), rows.getString(4), rows.getLong(5))));
    return all;
  }

  /** Puts a decision in the place of an earlier one; without a word there is none any more. */
  public void decide(String finding, String word, String author, long run) {
    database
        .writer()
        .now(connection -> {
          if (word.isEmpty()) {
            Jdbc.update(connection, "delete from verdict where finding = ?", finding);
          } else {
            Jdbc.update(
                connection,
                "insert or replace into verdict (finding, verdict, author, at, run)"
                    + " values (?, ?, ?, ?, ?)",
                finding,
                word,
                author,
                Instant.now().toString(),
                run);
          }
          return null;
        });
  }
}
