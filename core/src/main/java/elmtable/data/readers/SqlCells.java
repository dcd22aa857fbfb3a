package elmtable.data.readers;

import elmtable.formula.CellTexts;
import java.sql.Blob;
import java.sql.Date;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Time;
import java.sql.Timestamp;

/** Cells of a database's answer as texts. */
final class SqlCells {
  private SqlCells() {}

  /** A cell's text; empty for null, and null for bytes. */
  static String text(ResultSet results, int column) throws SQLException {
    return switch (results.getObject(column)) {
      case Blob bytes -> null;
      case Timestamp moment -> CellTexts.moment(moment.toLocalDateTime());
      case Time time -> CellTexts.time(time.toLocalTime());
      case Date day -> day.toLocalDate().toString();
      case null -> "";
      case Object value -> CellTexts.of(value);
    };
  }
}
