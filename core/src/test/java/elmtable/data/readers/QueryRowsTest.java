package elmtable.data.readers;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import elmtable.data.source.BrokenDataException;
import elmtable.data.source.ProjectFiles;
import elmtable.data.source.Rows;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class QueryRowsTest {
  private static final String ENDLESS =
      "with recursive n(i) as (select 1 union all select i + 1 from n) select count(*) from n";

  private static QueryRows rows(String address, String query) {
    return new QueryRows(ProjectFiles.NONE, "", address, query, Duration.ofMillis(200));
  }

  @Test
  void aQueryThatNeverEndsIsBrokenOff() {
    QueryRows endless = rows("jdbc:sqlite::memory:", ENDLESS);
    assertEquals(List.of("count(*)"), endless.columns());
    BrokenDataException late = assertThrows(BrokenDataException.class, endless::open);
    assertEquals("jdbc:sqlite::memory:: the database took longer than 0 s.", late.getMessage());
  }

  @Test
  void aRowThatNeverComesIsBrokenOff() {
    try (Rows rows =
        rows("jdbc:sqlite::memory:", "select 1 union all select * from (" + ENDLESS + ")").open()) {
      assertEquals(List.of("1"), rows.next().cells());
      assertThrows(BrokenDataException.class, rows::next);
    }
  }

  @Test
  void theNamesOfItsColumnsAreAskedForOnce(@TempDir Path folder) throws Exception {
    Path file = folder.resolve("stock.db");
    String address = "jdbc:sqlite:" + file;
    try (Connection connection = DriverManager.getConnection(address);
        Statement statement = connection.createStatement()) {
      statement.executeUpdate("create table clay (name text, kilos integer)");
    } catch (SQLException broken) {
      throw new AssertionError(broken);
    }
    QueryRows rows = rows(address, "select * from clay");
    assertEquals(List.of("name", "kilos"), rows.columns());
    Files.delete(file);
    assertEquals(List.of("name", "kilos"), rows.columns());
  }
}
