package elmtable.data;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.UnaryOperator;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;

/** Spreadsheets made for tests, and damaged part by part. */
public final class Workbooks {
  private Workbooks() {}

  /** Fills a workbook. */
  @FunctionalInterface
  public interface Filling {
    void fill(XSSFWorkbook book) throws IOException;
  }

  public static byte[] xlsx(Filling filling) {
    try (XSSFWorkbook book = new XSSFWorkbook();
        ByteArrayOutputStream out = new ByteArrayOutputStream()) {
      filling.fill(book);
      book.write(out);
      return out.toByteArray();
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
  }

  /** An OpenDocument spreadsheet of tables as XML. */
  public static byte[] ods(String tables) {
    return zip(
        Map.of(
            "content.xml",
            "<?xml version='1.0'?><office:document-content"
                + " xmlns:office='urn:oasis:names:tc:opendocument:xmlns:office:1.0'"
                + " xmlns:table='urn:oasis:names:tc:opendocument:xmlns:table:1.0'"
                + " xmlns:calcext='urn:org:documentfoundation:names:experimental:calc:xmlns:calcext:1.0'"
                + " xmlns:text='urn:oasis:names:tc:opendocument:xmlns:text:1.0'>"
                + "<office:body><office:spreadsheet>"
                + tables
                + "</office:spreadsheet></office:body></office:document-content>"));
  }

  private static byte[] zip(Map<String, String> parts) {
    Map<String, byte[]> bytes = new LinkedHashMap<>();
    parts.forEach((name, text) -> bytes.put(name, text.getBytes(StandardCharsets.UTF_8)));
    return packed(bytes);
  }

  /** The parts of an archive. */
  public static Map<String, byte[]> parts(byte[] archive) {
    Map<String, byte[]> parts = new LinkedHashMap<>();
    try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(archive))) {
      for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
        parts.put(entry.getName(), in.readAllBytes());
      }
      return parts;
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
  }

  public static byte[] packed(Map<String, byte[]> parts) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(out)) {
      for (Map.Entry<String, byte[]> part : parts.entrySet()) {
        zip.putNextEntry(new ZipEntry(part.getKey()));
        zip.write(part.getValue());
      }
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
    return out.toByteArray();
  }

  /** An archive with another text for one part; null takes the part away. */
  public static byte[] with(byte[] archive, String name, UnaryOperator<String> change) {
    Map<String, byte[]> parts = parts(archive);
    String text = change.apply(new String(parts.get(name), StandardCharsets.UTF_8));
    if (text == null) {
      parts.remove(name);
    } else {
      parts.put(name, text.getBytes(StandardCharsets.UTF_8));
    }
    return packed(parts);
  }
}
