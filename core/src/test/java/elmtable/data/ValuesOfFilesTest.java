package elmtable.data;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.Statement;
import java.time.LocalDateTime;
import java.util.List;
import org.apache.poi.ss.usermodel.Cell;
import org.apache.poi.ss.usermodel.CellStyle;
import org.apache.poi.ss.usermodel.Name;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Sheet;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The same values stand in cells the same way, whatever file they come from. */
@DisplayName("Values of files")
class ValuesOfFilesTest {
  private static final List<String> WANTED =
      List.of("yes", "no", "2026-03-09", "2026-03-09T14:30", "14:30", "14:30:05", "30:15", "0.3");

  private static void styled(XSSFWorkbook book, Cell cell, String format) {
    CellStyle style = book.createCellStyle();
    style.setDataFormat(book.createDataFormat().getFormat(format));
    cell.setCellStyle(style);
  }

  private static void fill(XSSFWorkbook book) {
    Sheet sheet = book.createSheet("x");
    Row head = sheet.createRow(0);
    for (int c = 0; c < WANTED.size(); c++) {
      head.createCell(c).setCellValue("c" + c);
    }
    Row row = sheet.createRow(1);
    row.createCell(0).setCellValue(true);
    row.createCell(1).setCellFormula("1=2");
    book.getCreationHelper().createFormulaEvaluator().evaluateFormulaCell(row.getCell(1));
    LocalDateTime moment = LocalDateTime.of(2026, 3, 9, 14, 30);
    row.createCell(2).setCellValue(moment);
    styled(book, row.getCell(2), "d. mmmm yyyy");
    row.createCell(3).setCellValue(moment);
    styled(book, row.getCell(3), "yyyy-mm-dd hh:mm");
    row.createCell(4).setCellValue(moment);
    styled(book, row.getCell(4), "hh:mm");
    row.createCell(5).setCellValue((14 * 3600 + 30 * 60 + 5) / 86_400.0);
    styled(book, row.getCell(5), "hh:mm:ss");
    row.createCell(6).setCellValue((30 * 3600 + 15 * 60) / 86_400.0);
    styled(book, row.getCell(6), "[h]:mm");
    row.createCell(7).setCellValue(0.1 + 0.2);
  }

  @Test
  void areThoseThatAPersonSeesInAWorkbook() {
    Sets sets =
        new Sets("data d\nfrom: a.xlsx\n").file("a.xlsx", Workbooks.xlsx(ValuesOfFilesTest::fill));
    assertEquals(List.of(String.join("|", WANTED)), sets.rows());
  }

  @Test
  void areTheSameInAnOpenDocument() {
    String cells =
        cell("boolean", "boolean-value='true'", "TRUE")
            + cell("boolean", "boolean-value='false'", "WAHR?")
            + cell("date", "date-value='2026-03-09T14:30:00'", "9. March 2026")
            + cell("date", "date-value='2026-03-09T14:30:00'", "2026-03-09 14:30")
            + cell("date", "date-value='2026-03-09T14:30:00'", "14:30")
            + cell("time", "time-value='PT14H30M05S'", "14:30:05")
            + cell("time", "time-value='PT30H15M00S'", "30:15")
            + cell("float", "value='0.30000000000000004'", "0.3");
    Sets sets =
        new Sets("data d\nfrom: a.ods\nheader: no\n")
            .file(
                "a.ods", Workbooks.ods(table("<table:table-row>" + cells + "</table:table-row>")));
    assertEquals(List.of(String.join("|", WANTED)), sets.rows());
  }

  private static String table(String rows) {
    return "<table:table table:name='x'>" + rows + "</table:table>";
  }

  private static String cell(String type, String value, String shown) {
    return "<table:table-cell office:value-type='"
        + type
        + "' office:"
        + value
        + "><text:p>"
        + shown
        + "</text:p></table:table-cell>";
  }

  @Test
  void ofJsonAreYesAndNoAndPlainNumbers() {
    Sets sets =
        new Sets("data d\nfrom: a.json\n")
            .file(
                "a.json", "[{\"a\": true, \"b\": false, \"c\": 1.2e3, \"d\": 1.50, \"e\": null}]");
    assertEquals(List.of("yes|no|1200|1.50|"), sets.rows());
  }

  @Test
  void ofADatabaseAreTheSameAndBytesAreAFault(@TempDir Path folder) throws Exception {
    Path file = folder.resolve("a.db");
    try (Connection connection = DriverManager.getConnection("jdbc:sqlite:" + file);
        Statement statement = connection.createStatement()) {
      statement.execute("create table t (a real, b real, c blob, d text)");
      statement.execute("insert into t values (1e20, 0.5, null, null), (2, 3, x'0102', 'x')");
    }
    Sets sets = new Sets("data d\nfrom: a.db\nsheet: t\n").file("a.db", Files.readAllBytes(file));
    assertEquals(
        List.of(
            "100000000000000000000|0.5||",
            "!a.db, row 2, column c: the cell holds bytes, which are no text; leave it out, or let the"
                + " database write them, as with hex()."),
        sets.rows());
  }

  @Test
  void thatAreErrorsAreFaultsOfTheirRows() {
    String error =
        "<table:table-cell office:value-type='string' calcext:value-type='error'"
            + " table:formula='of:=1/0'><text:p>#DIV/0!</text:p></table:table-cell>";
    Sets sets =
        new Sets("data d\nfrom: a.ods\n")
            .file(
                "a.ods",
                Workbooks.ods(
                    table(
                        "<table:table-row>"
                            + cell("string", "value='a'", "a")
                            + "</table:table-row><table:table-row>"
                            + error
                            + "</table:table-row><table:table-row>"
                            + cell("string", "value='x'", "#1")
                            + "</table:table-row>")));
    assertEquals(
        List.of("!a.ods, row 2, column A: the cell holds the error #DIV/0!.", "#1"), sets.rows());
  }

  @Test
  void leaveOutPhoneticReadings() {
    byte[] book =
        Workbooks.xlsx(made -> {
          Sheet sheet = made.createSheet("x");
          sheet.createRow(0).createCell(0).setCellValue("town");
          sheet.createRow(1).createCell(0).setCellValue("KYOTO");
        });
    byte[] phonetic =
        Workbooks.with(
            book,
            "xl/sharedStrings.xml",
            text ->
                text.replace(
                    "<t>KYOTO</t>", "<r><t>京都</t></r><rPh sb='0' eb='2'><t>きょうと</t></rPh>"));
    assertEquals(List.of("京都"), new Sets("data d\nfrom: a.xlsx\n").file("a.xlsx", phonetic).rows());
  }

  @Test
  void holdCharactersThatXmlCannotSay() {
    byte[] book =
        Workbooks.xlsx(made -> {
          Sheet sheet = made.createSheet("x");
          sheet.createRow(0).createCell(0).setCellValue("mark");
          sheet.createRow(1).createCell(0).setCellValue("A");
          sheet.createRow(2).createCell(0).setCellValue(1);
        });
    byte[] shared =
        Workbooks.with(
            book, "xl/sharedStrings.xml", text -> text.replace("<t>A</t>", "<t>_x0041_!</t>"));
    byte[] both =
        Workbooks.with(
            shared,
            "xl/worksheets/sheet1.xml",
            text ->
                text.replaceFirst(
                    "<c r=\"A3\".*?</v>", "<c r=\"A3\" t=\"inlineStr\"><is><t>_x0042_!</t></is>"));
    assertEquals(
        List.of("A!", "B!"), new Sets("data d\nfrom: a.xlsx\n").file("a.xlsx", both).rows());
  }

  @Test
  void beginBehindTheMarkOfAnyEncoding() {
    byte[] text = "\uFEFFname,age\nJuno,7\n".getBytes(StandardCharsets.UTF_16LE);
    Sets sets = new Sets("data d\nfrom: a.csv\nencoding: UTF-16LE\n").file("a.csv", text);
    assertEquals(List.of("name|age", "Juno|7"), sets.rows("d"));
  }

  @Test
  void ofMembersGivenTwiceAndOfHalfCharactersAreFaults() {
    Sets sets =
        new Sets("data d\nfrom: a.json\n")
            .file(
                "a.json",
                "[{\"a\": 1, \"a\": 2}, {\"a\": \"x\\ud800y\"}, {\"a\": \"\\ud83d\\ude00\"}]");
    assertEquals(
        List.of(
            "!a.json, item 1, line 1: a second member has the name “a”.",
            "!a.json, item 2, line 1: a: the cell holds half a character (a lone surrogate).",
            "😀"),
        sets.rows());
  }

  @Test
  void ofNamedObjectsHaveTheirNamesInAColumn() {
    String json = "{\"juno\": {\"age\": 7}, \"wren\": {\"age\": 9}, \"pia\": 3}";
    assertEquals(
        List.of("name|age", "juno|7", "wren|9", "!a.json, item 3, line 1: this is not an object."),
        new Sets("data d\nfrom: a.json\n").file("a.json", json).rows("d"));
    assertEquals(
        List.of("id|age", "juno|7", "wren|9"),
        new Sets("data d\nfrom: a.json\nkey: id\nwhere: age > 1\n")
            .file("a.json", json.replace(", \"pia\": 3", ""))
            .rows("d"));
    String both =
        new Sets("data d\nfrom: a.json\n")
            .file("a.json", "{\"a\": {\"name\": 1}}")
            .messages("d")
            .get(0);
    assertTrue(both.contains("give that another name with “key: …”"), both);
  }

  @Test
  void ofANamedRangeAreThoseOfItsCells() {
    byte[] book =
        Workbooks.xlsx(made -> {
          made.createSheet("first").createRow(0).createCell(0).setCellValue("nothing");
          Sheet sheet = made.createSheet("My sheet");
          for (int r = 0; r < 4; r++) {
            Row row = sheet.createRow(r);
            for (int c = 0; c < 4; c++) {
              row.createCell(c).setCellValue("r" + r + "c" + c);
            }
          }
          Name name = made.createName();
          name.setNameName("prices");
          name.setRefersToFormula("'My sheet'!$B$2:$C$4");
        });
    assertEquals(
        List.of("r1c1|r1c2", "r2c1|r2c2", "r3c1|r3c2"),
        new Sets("data d\nfrom: a.xlsx\nrange: Prices\n").file("a.xlsx", book).rows("d"));
    assertEquals(
        List.of(
            "a.xlsx has no range named “price”; a range is written B2:F40, or is a name that the file"
                + " gives."),
        new Sets("data d\nfrom: a.xlsx\nrange: price\n").file("a.xlsx", book).messages("d"));
    String named =
        table("<table:table-row>" + cell("string", "value='a'", "a") + "</table:table-row>")
            + "<table:named-expressions><table:named-range table:name='p'"
            + " table:cell-range-address='$x.$A$1:.$A$1'/></table:named-expressions>";
    assertEquals(
        List.of("a"),
        new Sets("data d\nfrom: a.ods\nrange: p\n").file("a.ods", Workbooks.ods(named)).rows("d"));
  }

  @Test
  void needARangeThatIsOne() {
    for (String range : List.of("B3:D", "B:D4", "D4:B3", "B3", "B2:C3:D4")) {
      List<String> messages =
          new Sets("data d\nfrom: a.xlsx\nrange: " + range + "\n")
              .file("a.xlsx", Workbooks.xlsx(ValuesOfFilesTest::fill))
              .messages("d");
      assertTrue(messages.get(0).contains("is not a range of cells"), range + messages);
    }
  }
}
