package elmtable.bench;

import elmtable.data.source.DataRow;
import elmtable.data.source.Rows;
import elmtable.project.Project;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.lang.management.ManagementFactory;
import java.lang.management.MemoryPoolMXBean;
import java.lang.management.MemoryType;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * A large CSV with {@code where} and {@code sample}: the memory held does not grow with the file.
 * Run it in a small heap to see that it fits.
 */
final class Shaping {
  private static final long GIGABYTE = 1L << 30;
  private static final long SORTED_BYTES = 100L << 20;
  private static final String SAMPLED =
      """
      data rows
      from: rows.csv
      where: shelves >= 3 and programme = 'Glaze'
      sample: 1000 seed 7
      """;
  private static final String SORTED =
      """
      data rows
      from: rows.csv
      sort by: shelves descending, programme
      first: 1000
      """;

  private Shaping() {}

  /**
   * @param arguments how large the file is, in bytes
   */
  public static void main(String[] arguments) throws IOException {
    long bytes = Long.parseLong(arguments[0]);
    shape("where and sample", SAMPLED, bytes);
    shape("sort and first", SORTED, Math.min(bytes, SORTED_BYTES));
  }

  private static void shape(String how, String set, long bytes) throws IOException {
    Path file = Files.createTempFile("elm-bench", ".csv");
    try {
      shape(how, set, file, write(file, bytes));
    } finally {
      Files.delete(file);
    }
  }

  private static void shape(String how, String set, Path file, long rows) throws IOException {
    Project project = Expanding.project(set, file);
    System.gc();
    long before = held();
    long begun = System.nanoTime();
    int shaped = 0;
    try (Rows read =
        project
            .dataSet(project.index().dataSet("rows").orElseThrow())
            .source()
            .orElseThrow()
            .open()) {
      for (DataRow row = read.next(); row != null; row = read.next()) {
        shaped++;
      }
    }
    double seconds = Expanding.seconds(begun);
    System.gc();
    System.out.printf(
        "a CSV of %.1f GB (%,d rows) shaped with %s to %,d rows in %.1f s, %.0f MB/s;"
            + " %.0f MB more held at the end, heap of at most %,d MB%n",
        (double) Files.size(file) / GIGABYTE,
        rows,
        how,
        shaped,
        seconds,
        Files.size(file) / 1e6 / seconds,
        (held() - before) / 1e6,
        Runtime.getRuntime().maxMemory() >> 20);
  }

  private static long held() {
    return ManagementFactory.getMemoryPoolMXBeans().stream()
        .filter(pool -> pool.getType() == MemoryType.HEAP)
        .map(MemoryPoolMXBean::getUsage)
        .mapToLong(usage -> usage.getUsed())
        .sum();
  }

  private static long write(Path file, long bytes) throws IOException {
    long rows = 0;
    try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(file), 1 << 20)) {
      long written = 0;
      byte[] head = "reference,member,shelves,programme,note\n".getBytes(StandardCharsets.UTF_8);
      out.write(head);
      StringBuilder line = new StringBuilder();
      while (written < bytes) {
        line.setLength(0);
        line.append("EK-").append(rows).append(",\"Farrow, Juno\",").append(rows % 7).append(',');
        line.append(rows % 3 == 0 ? "Glaze" : "Bisque").append(",to be fetched on the day after\n");
        byte[] encoded = line.toString().getBytes(StandardCharsets.US_ASCII);
        out.write(encoded);
        written += encoded.length;
        rows++;
      }
    }
    return rows;
  }
}
