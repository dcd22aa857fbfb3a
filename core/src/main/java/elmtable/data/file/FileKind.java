package elmtable.data.file;

import elmtable.data.source.ProjectFiles;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/** What a file is by its first bytes, where its name says something else. */
public final class FileKind {
  private static final int LONGEST = 16;
  private static final Map<String, String> BY_START = new LinkedHashMap<>();

  static {
    BY_START.put("\u0089PNG", "a PNG picture");
    BY_START.put("\u00ff\u00d8\u00ff", "a JPEG picture");
    BY_START.put("GIF8", "a GIF picture");
    BY_START.put("%PDF", "a PDF document");
    BY_START.put("PK\u0003\u0004", "a ZIP archive or a spreadsheet");
    BY_START.put("PK\u0005\u0006", "an empty ZIP archive");
    BY_START.put("\u001f\u008b", "a gzip archive");
    BY_START.put("7z\u00bc\u00af", "a 7z archive");
    BY_START.put("\u00d0\u00cf\u0011\u00e0", "an older binary spreadsheet (.xls)");
    BY_START.put("SQLite format 3\u0000", "an SQLite database");
  }

  private FileKind() {}

  /** The kind with its article, or nothing where the beginning tells none. */
  public static Optional<String> of(ProjectFiles files, String path) {
    try (InputStream in = files.open(path)) {
      return of(in.readNBytes(LONGEST));
    } catch (IOException unreadable) {
      // Whoever reads the file says so.
      return Optional.empty();
    }
  }

  public static Optional<String> of(byte[] start) {
    return BY_START.entrySet().stream()
        .filter(kind -> {
          byte[] wanted = kind.getKey().getBytes(StandardCharsets.ISO_8859_1);
          return start.length >= wanted.length
              && Arrays.equals(start, 0, wanted.length, wanted, 0, wanted.length);
        })
        .map(Map.Entry::getValue)
        .findFirst();
  }
}
