package elmtable.data.shaping;

import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataRow;
import elmtable.data.source.RowList;
import elmtable.data.source.Rows;
import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.PriorityQueue;
import java.util.function.Function;

/**
 * Rows in an order, whatever their number: what does not fit into memory is sorted in parts, which
 * are written to files and merged (external merge sort; D. Knuth, The Art of Computer Programming,
 * volume 3, section 5.4). Rows that are equal in the order keep the one they had.
 */
final class SortedRows<K> implements Rows {
  /** Characters of the rows that are sorted in memory at once. */
  static final long USUAL_PART = 16L << 20;

  /** What rows and cells cost beside their characters, counted as characters. */
  private static final int ROW_COST = 60;

  private static final int CELL_COST = 30;

  /** A row with what it is sorted by, worked out once. */
  private record Ranked<K>(K key, DataRow row) {}

  private record Next<K>(int part, Ranked<K> ranked) {}

  private final Function<DataRow, K> keys;
  private final List<Part> parts = new ArrayList<>();
  private final PriorityQueue<Next<K>> next;

  private SortedRows(Function<DataRow, K> keys, Comparator<K> order) {
    this.keys = keys;
    next =
        new PriorityQueue<>(
            Comparator.comparing((Next<K> each) -> each.ranked().key(), order)
                .thenComparingInt(Next::part));
  }

  /**
   * @param in is read to its end and closed
   * @param keys what a row is sorted by
   * @param most characters of rows held in memory at once
   */
  static <K> Rows of(Rows in, Function<DataRow, K> keys, Comparator<K> order, long most) {
    SortedRows<K> sorted = new SortedRows<>(keys, order);
    Comparator<Ranked<K>> byKey = Comparator.comparing(Ranked::key, order);
    try (in) {
      List<Ranked<K>> part = new ArrayList<>();
      long held = 0;
      for (DataRow row = in.next(); row != null; row = in.next()) {
        part.add(new Ranked<>(keys.apply(row), row));
        held += cost(row);
        if (held > most) {
          part.sort(byKey);
          sorted.parts.add(Part.write(part));
          part.clear();
          held = 0;
        }
      }
      part.sort(byKey);
      if (sorted.parts.isEmpty()) {
        return new RowList(part.stream().map(Ranked::row).toList());
      }
      sorted.parts.add(Part.write(part));
      for (int i = 0; i < sorted.parts.size(); i++) {
        sorted.take(i);
      }
      return sorted;
    } catch (IOException failed) {
      sorted.close();
      throw new BrokenDataException("The rows cannot be sorted: " + failed.getMessage() + ".");
    } catch (RuntimeException failed) {
      sorted.close();
      throw failed;
    }
  }

  private static int cost(DataRow row) {
    int cost = ROW_COST;
    for (String cell : row.cells()) {
      cost += CELL_COST + cell.length();
    }
    return cost;
  }

  private void take(int part) throws IOException {
    DataRow row = parts.get(part).next();
    if (row != null) {
      next.add(new Next<>(part, new Ranked<>(keys.apply(row), row)));
    }
  }

  @Override
  public DataRow next() {
    Next<K> first = next.poll();
    if (first == null) {
      return null;
    }
    try {
      take(first.part());
    } catch (IOException failed) {
      throw new BrokenDataException("The sorted rows cannot be read: " + failed.getMessage() + ".");
    }
    return first.ranked().row();
  }

  @Override
  public void close() {
    parts.forEach(Part::close);
  }

  /** Sorted rows in a file, which is gone when it is closed. */
  private static final class Part {
    private static final int BUFFER = 1 << 15;

    private final DataInputStream in;
    private int left;

    private Part(DataInputStream in, int left) {
      this.in = in;
      this.left = left;
    }

    static <K> Part write(List<Ranked<K>> rows) throws IOException {
      Path file = Files.createTempFile("elm-rows", ".part");
      try (DataOutputStream out =
          new DataOutputStream(new BufferedOutputStream(Files.newOutputStream(file), BUFFER))) {
        for (Ranked<K> each : rows) {
          DataRow row = each.row();
          out.writeInt(row.number());
          text(out, row.fault());
          out.writeInt(row.badColumn());
          text(out, row.key());
          out.writeInt(row.cells().size());
          for (String cell : row.cells()) {
            text(out, cell);
          }
        }
      } catch (IOException failed) {
        Files.deleteIfExists(file);
        throw failed;
      }
      return new Part(
          new DataInputStream(
              new BufferedInputStream(
                  Files.newInputStream(file, StandardOpenOption.DELETE_ON_CLOSE), BUFFER)),
          rows.size());
    }

    private static void text(DataOutputStream out, String text) throws IOException {
      byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
      out.writeInt(bytes.length);
      out.write(bytes);
    }

    private String text() throws IOException {
      return new String(in.readNBytes(in.readInt()), StandardCharsets.UTF_8);
    }

    DataRow next() throws IOException {
      if (left == 0) {
        return null;
      }
      left--;
      int number = in.readInt();
      String fault = text();
      int badColumn = in.readInt();
      String key = text();
      String[] cells = new String[in.readInt()];
      for (int i = 0; i < cells.length; i++) {
        cells[i] = text();
      }
      return new DataRow(number, List.of(cells), fault, badColumn, key);
    }

    void close() {
      try {
        in.close();
      } catch (IOException left) {
        // A file in the folder for such files, which the system clears.
      }
    }
  }
}
