package elmtable.keyword.builtin;

import elmtable.formula.CellTexts;
import elmtable.formula.Value;
import elmtable.keyword.Group;
import elmtable.keyword.Keyword;
import elmtable.keyword.Param;
import elmtable.keyword.StepContext;
import elmtable.keyword.StepFailedException;
import elmtable.text.Counted;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.ResultSetMetaData;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Keywords that ask and change databases over JDBC. */
@Group("Services")
public final class DatabaseKeywords {
  private static final int MOST_ROWS = 100_000;

  @Keyword(
      name = "query database",
      note = "Gives the rows that a query finds, each with its cells by the names of the columns.",
      gives = "rows: table")
  public Value queryDatabase(
      StepContext step,
      @Param(name = "database", note = "its JDBC address, such as jdbc:sqlite:stock.db")
          String database,
      @Param(name = "query", note = "in SQL") String query) {
    try (Connection connection = DriverManager.getConnection(database);
        Statement statement = statement(connection, step);
        ResultSet found = statement.executeQuery(query)) {
      List<Value> rows = new ArrayList<>();
      while (found.next()) {
        if (rows.size() == MOST_ROWS) {
          throw new StepFailedException("The query finds more than " + MOST_ROWS + " rows.");
        }
        rows.add(row(found));
      }
      return new Value.Many(rows);
    } catch (SQLException failed) {
      throw failure("The query failed", failed);
    }
  }

  private static Value row(ResultSet found) throws SQLException {
    ResultSetMetaData about = found.getMetaData();
    Map<String, Value> cells = new LinkedHashMap<>();
    for (int c = 1; c <= about.getColumnCount(); c++) {
      Object value = found.getObject(c);
      String cell = value == null ? "" : CellTexts.of(value);
      if (cell == null) {
        throw new StepFailedException(
            "In the column “" + about.getColumnLabel(c) + "” " + CellTexts.BYTES + ".");
      }
      cells.put(about.getColumnLabel(c), Value.of(cell));
    }
    return new Value.Row(cells);
  }

  @Keyword(
      name = "run on database",
      note = "Carries out a statement that changes data; the report tells how many rows.")
  public void runOnDatabase(
      StepContext step,
      @Param(name = "database", note = "its JDBC address") String database,
      @Param(name = "statement", note = "in SQL") String statement) {
    try (Connection connection = DriverManager.getConnection(database);
        Statement made = statement(connection, step)) {
      int rows = made.executeUpdate(statement);
      step.log(Counted.of(rows, "row") + " changed");
    } catch (SQLException failed) {
      throw failure("The statement failed", failed);
    }
  }

  private static Statement statement(Connection connection, StepContext step) throws SQLException {
    Statement statement = connection.createStatement();
    statement.setQueryTimeout((int) Math.max(1, step.limit().toSeconds()));
    return statement;
  }

  private static StepFailedException failure(String what, SQLException failed) {
    return new StepFailedException(what + ": " + failed.getMessage() + ".");
  }
}
