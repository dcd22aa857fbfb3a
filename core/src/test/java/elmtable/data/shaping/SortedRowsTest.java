package elmtable.data.shaping;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataRow;
import elmtable.data.source.RowList;
import elmtable.data.source.Rows;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SortedRowsTest {
  private static String key(DataRow row) {
    return row.cells().get(0);
  }

  private static Rows sorted(Rows in, long most) {
    return SortedRows.of(in, SortedRowsTest::key, Comparator.naturalOrder(), most);
  }

  private static List<DataRow> rows() {
    Random random = new Random(3);
    List<DataRow> rows = new ArrayList<>();
    for (int i = 1; i <= 2_000; i++) {
      String cell = String.valueOf((char) ('a' + random.nextInt(9)));
      rows.add(
          new DataRow(
              i, List.of(cell, "ü" + i), i % 97 == 0 ? "bad" : "", i % 5 == 0 ? "k" + i : ""));
    }
    return rows;
  }

  private static List<DataRow> all(Rows rows) {
    List<DataRow> all = new ArrayList<>();
    try (rows) {
      for (DataRow row = rows.next(); row != null; row = rows.next()) {
        all.add(row);
      }
      assertNull(rows.next());
    }
    return all;
  }

  /** From everything in memory to many files. */
  @ParameterizedTest
  @ValueSource(longs = {2_000, 20_000, 150_000, SortedRows.USUAL_PART})
  void sortTheSameWhateverFitsIntoMemory(long most) {
    List<DataRow> expected = new ArrayList<>(rows());
    expected.sort(Comparator.comparing(SortedRowsTest::key));
    assertEquals(expected, all(sorted(new RowList(rows()), most)));
  }

  @Test
  void aSourceThatBreaksBreaksTheSorting() {
    Rows broken =
        new Rows() {
          private int given;

          @Override
          public DataRow next() {
            if (given == 50) {
              throw new BrokenDataException("gone");
            }
            return new DataRow(++given, List.of("x"), "");
          }

          @Override
          public void close() {}
        };
    assertThrows(BrokenDataException.class, () -> sorted(broken, 2_000));
  }

  @Test
  void seenKnowsTheFirstNumberOfEachText() {
    HashedTextSet seen = new HashedTextSet();
    Map<String, Integer> expected = new HashMap<>();
    Random random = new Random(5);
    for (int i = 1; i <= 20_000; i++) {
      String text = "t" + random.nextInt(6_000);
      Integer before = expected.putIfAbsent(text, i);
      assertEquals(before == null ? 0 : before, seen.before(text, i), text);
    }
    assertTrue(expected.size() > 5_000);
  }
}
