package elmtable.server.store;

import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;

/** Makes old history small: of each hour one text stays. */
final class HistoryThinning {
  private HistoryThinning() {}

  static int thin(Connection connection, DocumentStore store, Instant before) throws SQLException {
    int gone = 0;
    for (DocumentStore.Stored document : store.documents()) {
      gone += thin(connection, store, document.id(), document.version(), before);
    }
    return gone;
  }

  private static int thin(
      Connection connection, DocumentStore store, long document, long version, Instant before)
      throws SQLException {
    List<DocumentStore.Update> old =
        store.updates(document, -1, version).stream()
            .filter(update -> update.at().isBefore(before))
            .toList();
    for (int i = 0; i < old.size(); i++) {
      DocumentStore.Update update = old.get(i);
      boolean lastOfHour = i + 1 == old.size() || !hour(old.get(i + 1)).equals(hour(update));
      if (lastOfHour) {
        DocumentStore.keepText(
            connection,
            document,
            update.version(),
            store.text(document, update.version()),
            update.author(),
            update.at());
      }
    }
    if (!old.isEmpty()) {
      Jdbc.update(
          connection,
          "delete from document_update where document = ? and version <= ?",
          document,
          old.getLast().version());
    }
    return old.size();
  }

  private static Instant hour(DocumentStore.Update update) {
    return update.at().truncatedTo(ChronoUnit.HOURS);
  }
}
