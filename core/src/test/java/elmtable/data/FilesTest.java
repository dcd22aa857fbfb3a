package elmtable.data;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.data.source.DataSource;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.poi.ss.usermodel.CellStyle;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Sheet;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Rows of JSON files, spreadsheets and databases. */
class FilesTest {
  @TempDir private Path folder;

  @Test
  void objectsOfAnArrayAreRows() {
    String json =
        "{\"club\": {\"members\": [{\"name\": \"Juno\", \"shelves\": 1.50, \"keeper\": true},"
            + " {\"name\": null, \"tags\": [1, {\"a\": 2}]}, 7]}, \"later\": 1}";
    Sets sets = new Sets("data d\nfrom: m.json\nat: /club/members\n").file("m.json", json);
    assertEquals(
        List.of(
            "name|shelves|keeper|tags",
            "Juno|1.50|yes|",
            "|||[1,{\"a\":2}]",
            "!m.json, item 3, line 1: this is not an object."),
        sets.rows("d"));
  }

  @Test
  void whatIsNoArrayOrNoJsonSaysWhere() {
    assertEquals(
        List.of(
            "m.json, what stands at “/a” is neither an array of objects nor an object of named ones; name"
                + " one with “at: /pointer”."),
        new Sets("data d\nfrom: m.json\nat: /a\n").file("m.json", "{\"a\": 1}").messages("d"));
    assertEquals(
        List.of("m.json, there is nothing at “/b”."),
        new Sets("data d\nfrom: m.json\nat: /b\n").file("m.json", "{\"a\": 1}").messages("d"));
    String broken = "[{\"a\": 1},\n {\"a\" 2}]";
    String message = new Sets("data d\nfrom: m.json\n").file("m.json", broken).messages("d").get(0);
    assertTrue(message.startsWith("m.json, line 2, column 7: this is not JSON"), message);
  }

  private static byte[] workbook() throws IOException {
    try (XSSFWorkbook book = new XSSFWorkbook();
        ByteArrayOutputStream out = new ByteArrayOutputStream()) {
      book.createSheet("Notes").createRow(0).createCell(0).setCellValue("nothing here");
      Sheet sheet = book.createSheet("Recipes");
      Row head = sheet.createRow(1);
      head.createCell(1).setCellValue("glaze");
      head.createCell(2).setCellValue("share");
      head.createCell(3).setCellValue("mixed on");
      head.createCell(4).setCellValue("food safe");
      CellStyle percent = book.createCellStyle();
      percent.setDataFormat(book.createDataFormat().getFormat("0.0%"));
      CellStyle day = book.createCellStyle();
      day.setDataFormat(book.createDataFormat().getFormat("d. mmmm yyyy"));
      Row first = sheet.createRow(2);
      first.createCell(1).setCellValue("Ash | blue");
      first.createCell(2).setCellValue(0.125);
      first.getCell(2).setCellStyle(percent);
      first.createCell(3).setCellValue(LocalDate.of(2026, 3, 9));
      first.getCell(3).setCellStyle(day);
      first.createCell(4).setCellValue(true);
      Row second = sheet.createRow(5);
      second.createCell(1).setCellValue(12);
      second.createCell(3).setCellValue(LocalDateTime.of(2026, 3, 9, 14, 30));
      second.getCell(3).setCellStyle(day);
      Row third = sheet.createRow(6);
      third.createCell(1).setCellFormula("1/0");
      book.getCreationHelper().createFormulaEvaluator().evaluateFormulaCell(third.getCell(1));
      book.write(out);
      return out.toByteArray();
    }
  }

  @Test
  void aSheetIsReadAsAPersonSeesItWithDatesAsIso() throws IOException {
    Sets sets =
        new Sets(
                "data d\nfrom: r.xlsx\nsheet: Recipes\n\ndata e\nfrom: r.xlsx\nsheet: Recipes\nrange: B2:C3\n")
            .file("r.xlsx", workbook());
    assertEquals(
        List.of(
            "glaze|share|mixed on|food safe",
            "Ash | blue|12.5%|2026-03-09|yes",
            "12||2026-03-09|",
            "!r.xlsx, sheet Recipes, row 7, column B: the cell holds the error #DIV/0!."),
        sets.rows("d"));
    assertEquals(List.of("glaze|share", "Ash | blue|12.5%"), sets.rows("e"));
  }

  @Test
  void aMissingSheetAndABrokenWorkbookSayWhatIsThere() throws IOException {
    assertEquals(
        List.of("r.xlsx has no sheet “Recipe”; there are Notes, Recipes."),
        new Sets("data d\nfrom: r.xlsx\nsheet: Recipe\n").file("r.xlsx", workbook()).messages("d"));
    String message =
        new Sets("data d\nfrom: r.xlsx\n").file("r.xlsx", "no workbook").messages("d").get(0);
    assertTrue(message.startsWith("r.xlsx cannot be read: "), message);
  }

  private static byte[] ods(String content) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(out)) {
      zip.putNextEntry(new ZipEntry("content.xml"));
      zip.write(content.getBytes(StandardCharsets.UTF_8));
    }
    return out.toByteArray();
  }

  private static String spreadsheet(String tables) {
    return "<?xml version='1.0'?><office:document-content"
        + " xmlns:office='urn:oasis:names:tc:opendocument:xmlns:office:1.0'"
        + " xmlns:table='urn:oasis:names:tc:opendocument:xmlns:table:1.0'"
        + " xmlns:text='urn:oasis:names:tc:opendocument:xmlns:text:1.0'><office:body><office:spreadsheet>"
        + tables
        + "</office:spreadsheet></office:body></office:document-content>";
  }

  @Test
  void anOpenDocumentSheetIsReadTheSameWay() throws IOException {
    String table =
        "<table:table table:name='Clay'><table:table-row><table:table-cell office:value-type='string'><text:p>batch</text:p>"
            + "</table:table-cell><table:table-cell><text:p>bags</text:p></table:table-cell><table:table-cell><text:p>in</text:p>"
            + "</table:table-cell></table:table-row><table:table-row table:number-rows-repeated='2'>"
            + "<table:table-cell><text:p>Grog</text:p><text:p>fine</text:p><office:annotation><text:p>a remark</text:p></office:annotation>"
            + "</table:table-cell><table:table-cell office:value-type='float' office:value='1200'><text:p>1,200</text:p></table:table-cell>"
            + "<table:table-cell office:value-type='date' office:date-value='2026-03-09T00:00:00'><text:p>9 March</text:p></table:table-cell>"
            + "</table:table-row><table:table-row table:number-rows-repeated='1048000'><table:table-cell table:number-columns-repeated='16384'/>"
            + "</table:table-row></table:table>";
    Sets sets = new Sets("data d\nfrom: c.ods\n").file("c.ods", ods(spreadsheet(table)));
    assertEquals(
        List.of("batch|bags|in", "Grog\nfine|1,200|2026-03-09", "Grog\nfine|1,200|2026-03-09"),
        sets.rows("d"));
  }

  @Test
  void anArchiveThatUnpacksToFarTooMuchIsNotReadOn() throws IOException {
    String row =
        "<table:table-row><table:table-cell><text:p>"
            + "0".repeat(5_000)
            + "</text:p></table:table-cell></table:table-row>";
    String bomb =
        spreadsheet("<table:table table:name='x'>" + row.repeat(8_000) + "</table:table>");
    DataSummary summary =
        DataSummary.of(new Sets("data d\nfrom: c.ods\n").file("c.ods", ods(bomb)).source("d"));
    assertTrue(summary.broken().contains("it unpacks to far more than it takes"), summary.broken());
  }

  @Test
  void entitiesFromOutsideAreNotFetched() throws IOException {
    String hostile =
        "<?xml version='1.0'?><!DOCTYPE a [<!ENTITY x SYSTEM 'file:///etc/passwd'>]>"
            + spreadsheet(
                    "<table:table table:name='x'><table:table-row><table:table-cell><text:p>a&x;</text:p></table:table-cell></table:table-row></table:table>")
                .replace("<?xml version='1.0'?>", "");
    DataSets.Reading reading =
        new Sets("data d\nfrom: c.ods\n").file("c.ods", ods(hostile)).reading("d");
    String all = reading.problems() + " " + reading.source().map(DataSource::columns);
    assertTrue(!all.contains("root:"), all);
  }

  @Test
  void aQueryOfADatabaseFileGivesRows() throws IOException, SQLException {
    Path file = folder.resolve("firings.sqlite");
    try (Connection connection = DriverManager.getConnection("jdbc:sqlite:" + file);
        Statement statement = connection.createStatement()) {
      statement.execute("create table firing (reference text, shelves integer)");
      statement.execute("insert into firing values ('EK-1', 2), ('EK-2', null)");
    }
    Sets sets =
        new Sets(
                "data d\nfrom: f.sqlite\nquery: select reference, shelves as n from firing order by 1\n\n"
                    + "data e\nfrom: f.sqlite\nquery: select * from kiln\n\ndata f\nfrom: f.sqlite\nsheet: firing\n\n"
                    + "data g\nfrom: f.sqlite\nquery: delete from firing\n\n"
                    + "data h\ndatabase: jdbc:sqlite:f.sqlite\nquery: select count(*) as n from firing\n")
            .file("f.sqlite", Files.readAllBytes(file));
    assertEquals(List.of("reference|n", "EK-1|2", "EK-2|"), sets.rows("d"));
    assertTrue(
        sets.messages("e").get(0).contains("no such table: kiln"), sets.messages("e").get(0));
    assertEquals(List.of("reference|shelves", "EK-1|2", "EK-2|"), sets.rows("f"));
    assertEquals(1, sets.messages("g").size());
    assertEquals(List.of("n", "2"), sets.rows("h"));
  }
}
