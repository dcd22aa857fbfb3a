package elmtable.server.store;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;

/** One statement at a time. */
final class Jdbc {
  private Jdbc() {}

  static void update(Connection connection, String sql, Object... values) throws SQLException {
    try (PreparedStatement statement = connection.prepareStatement(sql)) {
      for (int i = 0; i < values.length; i++) {
        statement.setObject(i + 1, values[i]);
      }
      statement.executeUpdate();
    }
  }

  /** One statement for several lists of values. */
  static void batch(Connection connection, String sql, List<List<Object>> rows)
      throws SQLException {
    try (PreparedStatement statement = connection.prepareStatement(sql)) {
      for (List<Object> row : rows) {
        for (int i = 0; i < row.size(); i++) {
          statement.setObject(i + 1, row.get(i));
        }
        statement.addBatch();
      }
      statement.executeBatch();
    }
  }

  /** The key that the last insertion of this connection made. */
  static long lastId(Connection connection) throws SQLException {
    try (PreparedStatement statement = connection.prepareStatement("select last_insert_rowid()");
        ResultSet rows = statement.executeQuery()) {
      rows.next();
      return rows.getLong(1);
    }
  }

  /** Fills in the values of a statement. */
  interface Values {
    void fill(PreparedStatement statement) throws SQLException;
  }

  /** Makes an object of the current row. */
  interface RowMapper<T> {
    T map(ResultSet rows) throws SQLException;
  }

  static <T> List<T> query(Database database, String sql, Values values, RowMapper<T> mapper) {
    List<T> all = new ArrayList<>();
    each(database, sql, values, mapper, all::add);
    return all;
  }

  /** Hands over one row after the other, and holds none. */
  static <T> void each(
      Database database, String sql, Values values, RowMapper<T> mapper, Consumer<T> taker) {
    try (Connection connection = database.connect();
        PreparedStatement statement = connection.prepareStatement(sql)) {
      values.fill(statement);
      try (ResultSet rows = statement.executeQuery()) {
        while (rows.next()) {
          taker.accept(mapper.map(rows));
        }
      }
    } catch (SQLException failed) {
      throw new StoreException("The database cannot be read: " + failed.getMessage(), failed);
    }
  }
}
