package elmtable.data;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.data.source.DataRow;
import elmtable.data.source.DataSource;
import elmtable.data.source.ReadingTime;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Sheet;
import org.junit.jupiter.api.Assertions;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Whatever is wrong with a file is one sentence of ours, with the place. */
@DisplayName("Damaged files")
class DamagedFilesTest {
  private static final String SET = "data d\nfrom: a.xlsx\n";

  private static byte[] book() {
    return Workbooks.xlsx(made -> {
      Sheet sheet = made.createSheet("x");
      for (int r = 0; r < 3; r++) {
        Row row = sheet.createRow(r);
        row.createCell(0).setCellValue(r == 0 ? "name" : "text " + r);
        row.createCell(1).setCellValue(r == 0 ? "n" : "n" + r);
      }
      sheet.getRow(2).getCell(1).setCellValue(7.5);
    });
  }

  private static String said(byte[] file) {
    Sets sets = new Sets(SET).file("a.xlsx", file);
    DataSets.Reading reading = sets.reading("d");
    if (reading.source().isEmpty()) {
      return reading.problems().get(0).message();
    }
    DataSummary summary = DataSummary.of(reading.source().get());
    return summary.broken().isEmpty()
        ? summary.faults().stream().map(DataRow::fault).findFirst().orElse("sound")
        : summary.broken();
  }

  @Test
  void thatAreSoundSayNothing() {
    assertEquals("sound", said(book()));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '~',
      quoteCharacter = '`',
      value = {
        "xl/worksheets/sheet1.xml~t=\"s\" s=\"0\"><v>2<~t=\"s\"><v>99<~a.xlsx, row 2, column A: the cell names the shared text 99, and the workbook has no such.",
        "xl/worksheets/sheet1.xml~t=\"s\" s=\"0\"><v>2<~t=\"s\"><v>x<~a.xlsx, row 2, column A: the cell names the shared text x, and the workbook has no such.",
        "xl/worksheets/sheet1.xml~t=\"n\" s=\"0\"><v>7.5~t=\"n\" s=\"77\"><v>7.5~a.xlsx, row 3, column B: the cell names the style 77, and the workbook has no such.",
        "xl/worksheets/sheet1.xml~t=\"n\" s=\"0\"><v>7.5~t=\"n\"><v>7.5.1~a.xlsx, row 3, column B: the cell should hold a number and holds “7.5.1”.",
        "xl/worksheets/sheet1.xml~t=\"n\" s=\"0\"><v>7.5~t=\"n\"><v>1e999~a.xlsx, row 3, column B: the cell holds a number that is beyond all bounds.",
        "xl/worksheets/sheet1.xml~t=\"n\" s=\"0\"><v>7.5~t=\"e\"><v>#REF!~a.xlsx, row 3, column B: the cell holds the error #REF!.",
        "xl/worksheets/sheet1.xml~<row r=\"3\"~<row r=\"three\"~a.xlsx: behind row 2 a row has the number “three”.",
        "xl/worksheets/sheet1.xml~<row r=\"3\"~<row r=\"99999999\"~a.xlsx: there are 99,999,999 rows, and at most 1,048,576 are read.",
        "xl/worksheets/sheet1.xml~r=\"B3\"~r=\"7\"~a.xlsx, row 3: a cell stands at “7”, which is no place.",
        "xl/worksheets/sheet1.xml~r=\"B3\"~r=\"ZZZ3\"~a.xlsx: there are 18,278 columns, and at most 16,384 are read.",
      })
  void nameTheCell(String part, String was, String is, String said) {
    byte[] file =
        Workbooks.with(
            book(),
            part,
            text -> {
              assertTrue(text.contains(was), text);
              return text.replace(was, is);
            });
    assertEquals(said, said(file));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "xl/workbook.xml",
        "xl/worksheets/sheet1.xml",
        "xl/sharedStrings.xml",
        "xl/styles.xml",
        "[Content_Types].xml",
        "_rels/.rels",
        "xl/_rels/workbook.xml.rels"
      })
  void lackPartsOrHaveThemBrokenOff(String part) {
    List<UnaryOperator<String>> changes =
        List.of(
            text -> null,
            text -> "",
            text -> text.substring(0, text.length() / 2),
            text -> "<a/>",
            text ->
                "<!DOCTYPE a [<!ENTITY x SYSTEM 'file:///etc/passwd'>]>"
                    + text.replaceFirst("^<\\?.*?\\?>", ""));
    for (UnaryOperator<String> change : changes) {
      String said = said(Workbooks.with(book(), part, change));
      assertTrue(said.equals("sound") || said.startsWith("a.xlsx"), said);
      for (String foreign :
          List.of("DOCTYPE", "adjust", "Exception", "null", "POI", "ParseError")) {
        assertTrue(!said.contains(foreign), said);
      }
    }
  }

  @Test
  void areCalledWhatTheyAre() {
    byte[] picture = {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10};
    Map<String, String> wanted =
        Map.of(
            "a.csv", "a.csv cannot be read: it is a PNG picture.",
            "a.json", "a.json cannot be read: it is a PNG picture.",
            "a.ods", "a.ods cannot be read: it is a PNG picture.",
            "a.xlsx", "a.xlsx cannot be read: it is a PNG picture.");
    wanted.forEach((path, said) ->
        assertEquals(
            List.of(said),
            new Sets("data d\nfrom: " + path + "\n").file(path, picture).messages("d")));
    assertEquals(
        List.of("a.db cannot be read: it is a PNG picture."),
        new Sets("data d\nfrom: a.db\nsheet: t\n").file("a.db", picture).messages("d"));
  }

  @Test
  void thatRepeatRowsWithoutEndAreNotReadOn() {
    String row =
        "<table:table-row table:number-rows-repeated='2147483647'><table:table-cell"
            + " table:number-columns-repeated='3'><text:p>a</text:p></table:table-cell></table:table-row>";
    byte[] file = Workbooks.ods("<table:table table:name='x'>" + row + "</table:table>");
    assertEquals(
        List.of("a.ods: there are 2,147,483,647 rows, and at most 1,048,576 are read."),
        new Sets("data d\nfrom: a.ods\nheader: no\n").file("a.ods", file).messages("d"));
  }

  @Test
  void anEndlessQueryIsLookedAtForTwoSecondsAndSaysSo(@TempDir Path folder) {
    String endless =
        "data d\ndatabase: jdbc:sqlite:"
            + folder.resolve("a.db")
            + "\nquery: with recursive n(i) as (select 1 union all select i + 1 from n) select i from n\n";
    DataSource source = new Sets(endless).source("d");
    Assertions.assertTimeout(
        Duration.ofSeconds(20), () -> assertEquals(false, DataSummary.of(source).whole()));
    Assertions.assertThrows(
        ReadingTime.OverException.class,
        () -> ReadingTime.within(Duration.ofMillis(50), () -> source.count(row -> {})));
  }

  @Test
  void inAnotherEncodingSaySoAlsoAtTheirFirstCharacter() {
    List<String> said =
        List.of("a.csv, row 1, column 1: a character is not UTF-8; name the file's encoding.");
    byte[] text = "\uFEFFname\nRaku\n".getBytes(StandardCharsets.UTF_16LE);
    assertEquals(said, new Sets("data d\nfrom: a.csv\n").file("a.csv", text).messages("d"));
  }

  @Test
  void ofJsonAreNestedTooDeepOrBreakOff() {
    String deep = "[".repeat(5_000);
    assertEquals(
        List.of("a.json, line 1: this is nested too deeply, or a text or number is too long."),
        new Sets("data d\nfrom: a.json\n").file("a.json", "[{\"a\": " + deep).messages("d"));
    assertEquals(
        List.of("a.json, line 1, column 7: this is not JSON."),
        new Sets("data d\nfrom: a.json\n").file("a.json", "[{\"a\" 2}]").messages("d"));
    assertEquals(
        List.of("a.json, there is nothing in it."),
        new Sets("data d\nfrom: a.json\n").file("a.json", "").messages("d"));
    byte[] latin = "[{\"a\": \"ü\"}]".getBytes(StandardCharsets.ISO_8859_1);
    assertTrue(
        new Sets("data d\nfrom: a.json\n")
            .file("a.json", latin)
            .messages("d")
            .get(0)
            .startsWith("a.json"));
  }
}
