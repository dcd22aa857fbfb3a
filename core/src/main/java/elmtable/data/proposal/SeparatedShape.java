package elmtable.data.proposal;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import de.siegmar.fastcsv.reader.StringArrayHandler;
import elmtable.data.source.ProjectFiles;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.Charset;
import java.nio.charset.CharsetDecoder;
import java.nio.charset.CoderResult;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** How a file of separated values seems to be written, by its beginning. */
public record SeparatedShape(char separator, Charset encoding) {
  private static final int LOOKED_AT = 1 << 18;
  private static final int MOST_ROWS = 100;
  private static final String SEPARATORS = ",;\t|";

  /** What spreadsheets write where they do not write UTF-8. */
  private static final Charset OLDER = Charset.forName("windows-1252");

  /** What a data set must say to read a file of this shape: words of properties with values. */
  public Map<String, String> properties(String path) {
    Map<String, String> properties = new LinkedHashMap<>();
    if (separator != usualSeparator(path)) {
      properties.put("separator", separator == '\t' ? "tab" : String.valueOf(separator));
    }
    if (!encoding.equals(StandardCharsets.UTF_8)) {
      properties.put("encoding", encoding.name());
    }
    return properties;
  }

  /** The one that a file has without that property, by the ending of its name. */
  private static char usualSeparator(String path) {
    return path.toLowerCase(Locale.ROOT).endsWith(".tsv") ? '\t' : ',';
  }

  public static SeparatedShape of(ProjectFiles files, String path) throws IOException {
    byte[] head;
    try (InputStream in = files.open(path)) {
      head = in.readNBytes(LOOKED_AT);
    }
    Charset encoding = encoding(head);
    String text = withoutMark(new String(head, encoding));
    boolean whole = head.length < LOOKED_AT;
    char best = usualSeparator(path);
    // It stays where no other one fits better.
    List<Integer> sizes = sizes(text, best, whole);
    for (char separator : SEPARATORS.toCharArray()) {
      List<Integer> others = sizes(text, separator, whole);
      if (fit(others) > fit(sizes)) {
        best = separator;
        sizes = others;
      }
    }
    return new SeparatedShape(best, encoding);
  }

  private static String withoutMark(String text) {
    return text.startsWith("\uFEFF") ? text.substring(1) : text;
  }

  /** How many of the rows have as many cells as the first, in parts of all; 0 for single cells. */
  private static double fit(List<Integer> sizes) {
    if (sizes.isEmpty() || sizes.get(0) < 2) {
      return 0;
    }
    return (double) sizes.stream().filter(sizes.get(0)::equals).count() / sizes.size();
  }

  /** How many cells each of the first rows has; none where it cannot be read so. */
  private static List<Integer> sizes(String text, char separator, boolean whole) {
    List<Integer> sizes = new ArrayList<>();
    try (CsvReader<String[]> reader =
        CsvReader.builder()
            .fieldSeparator(separator)
            .missingFieldStrategy(FieldMismatchStrategy.IGNORE)
            .extraFieldStrategy(FieldMismatchStrategy.IGNORE)
            .build(StringArrayHandler.of(), text)) {
      for (String[] row : reader) {
        sizes.add(row.length);
        if (sizes.size() == MOST_ROWS) {
          return sizes;
        }
      }
    } catch (CsvParseException unlike) {
      return List.of();
    } catch (IOException impossible) {
      throw new UncheckedIOException(impossible);
    }
    // The last one may be cut.
    return whole || sizes.isEmpty() ? sizes : sizes.subList(0, sizes.size() - 1);
  }

  private static Charset encoding(byte[] head) {
    if (begins(head, 0xFE, 0xFF) || begins(head, 0xFF, 0xFE)) {
      return StandardCharsets.UTF_16;
    }
    CharsetDecoder utf8 =
        StandardCharsets.UTF_8.newDecoder().onMalformedInput(CodingErrorAction.REPORT);
    // Bytes of a character that is cut at the end are no fault.
    CoderResult read = utf8.decode(ByteBuffer.wrap(head), CharBuffer.allocate(head.length), false);
    return read.isError() ? OLDER : StandardCharsets.UTF_8;
  }

  private static boolean begins(byte[] head, int first, int second) {
    return head.length > 1 && head[0] == (byte) first && head[1] == (byte) second;
  }
}
