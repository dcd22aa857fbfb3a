package elmtable.data.proposal;

import static java.util.stream.Collectors.joining;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.data.OneFile;
import elmtable.data.Workbooks;
import elmtable.data.source.BrokenDataException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.Statement;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class DataProposalsTest {
  private static List<DataProposal> proposals(String path, byte[] content, String... taken) {
    return DataProposals.of(new OneFile(content), path, List.of(taken)).sets();
  }

  /** A proposal in a line: name, properties, columns, number of rows. */
  private static String said(DataProposal proposal) {
    return proposal.name()
        + " | "
        + String.join(", ", proposal.properties())
        + " | "
        + String.join(",", proposal.summary().columns())
        + " | "
        + proposal.summary().rows();
  }

  private static List<String> said(String path, byte[] content, String... taken) {
    return proposals(path, content, taken).stream().map(DataProposalsTest::said).toList();
  }

  private static byte[] utf8(String text) {
    return text.getBytes(StandardCharsets.UTF_8);
  }

  @Test
  void valuesWithCommasNeedNothingSaid() {
    assertEquals(
        List.of("price list | from: data/price-list.csv | clay,price | 2"),
        said("data/price-list.csv", utf8("clay,price\n\"Red; coarse\",4\nWhite,5\n")));
  }

  @Test
  void anotherSeparatorIsFoundByRowsOfOneLength() {
    byte[] file = utf8("\uFEFF\"name\";\"price, net\";day\nOlga;1,50;3.2.\nJuno;2,00;\n");
    assertEquals(
        List.of("m | from: m.csv, separator: ; | name,price, net,day | 2"), said("m.csv", file));
    assertEquals(
        List.of("m | from: m.csv, separator: tab | a,b | 1"),
        said("m.csv", utf8("a\tb\n1,2\t3\n")));
    assertEquals(
        List.of("m | from: m.tsv, separator: , | a,b | 1"), said("m.tsv", utf8("a,b\n1,2\n")));
    assertEquals(
        List.of(List.of("Olga", "1,50", "3.2."), List.of("Juno", "2,00", "")),
        proposals("m.csv", file).get(0).first());
  }

  @ParameterizedTest
  @ValueSource(strings = {"windows-1252", "UTF-16"})
  void anotherEncodingIsFound(String encoding) {
    byte[] file = "name,town\nMüller,Köln\n".getBytes(Charset.forName(encoding));
    DataProposal proposal = proposals("m.csv", file).get(0);
    assertEquals(List.of("from: m.csv", "encoding: " + encoding), proposal.properties());
    assertEquals(List.of(List.of("Müller", "Köln")), proposal.first());
  }

  @Test
  void aCharacterThatIsCutWhereTheLookEndsIsNoForeignOne() {
    String row = "é,2\n";
    byte[] file = utf8("ab,c\n" + row.repeat(100_000));
    assertEquals(List.of("from: m.csv"), proposals("m.csv", file).get(0).properties());
  }

  @Test
  void aColumnAloneStaysOne() {
    assertEquals(List.of("m | from: m.csv | name | 2"), said("m.csv", utf8("name\nOlga\nJuno\n")));
  }

  @Test
  void eachSheetOfSeveralIsASetOfItsOwn() {
    byte[] book =
        Workbooks.xlsx(made -> {
          for (String name : List.of("Glazes", "Sheet2", "Empty")) {
            made.createSheet(name);
          }
          made.getSheet("Glazes").createRow(0).createCell(0).setCellValue("glaze");
          made.getSheet("Glazes").createRow(1).createCell(0).setCellValue("Ash");
          made.getSheet("Sheet2").createRow(0).createCell(0).setCellValue("clay");
        });
    assertEquals(
        List.of(
            "Glazes 2 | from: r.xlsx, sheet: Glazes | glaze | 1",
            "r Sheet2 | from: r.xlsx, sheet: Sheet2 | clay | 0",
            "Empty | from: r.xlsx, sheet: Empty |  | 0"),
        said("r.xlsx", book, "glazes"));
  }

  @Test
  void theOnlySheetIsNotNamed() {
    String table =
        "<table:table table:name='Only'><table:table-row><table:table-cell><text:p>a</text:p>"
            + "</table:table-cell></table:table-row></table:table>";
    assertEquals(
        List.of("my book | from: my_book.ODS | a | 0"), said("my_book.ODS", Workbooks.ods(table)));
  }

  @Test
  void listsInJsonAreFoundWhereTheyStand() {
    String json =
        "{\"club\": {\"members\": [{\"name\": \"Juno\"}], \"a/b\": [{\"n\": 1}, {\"n\": 2}]},"
            + " \"kilns\": {\"big\": {\"shelves\": 6}, \"small\": {\"shelves\": 2}}, \"tags\": [1]}";
    assertEquals(
        List.of(
            "members | from: m.json, at: /club/members | name | 1",
            "a/b | from: m.json, at: /club/a~1b | n | 2",
            "kilns | from: m.json, at: /kilns | name,shelves | 2"),
        said("m.json", utf8(json)));
    assertEquals(List.of("m | from: m.json | a | 1"), said("m.json", utf8("[{\"a\": 1}]")));
  }

  @Test
  void eachTableOfADatabaseIsASet(@TempDir Path folder) throws Exception {
    Path file = folder.resolve("f.sqlite");
    try (Connection connection = DriverManager.getConnection("jdbc:sqlite:" + file);
        Statement statement = connection.createStatement()) {
      statement.execute("create table kiln (id integer primary key autoincrement, name text)");
      statement.execute("insert into kiln (name) values ('big')");
      statement.execute("create view small as select name from kiln where id > 1");
    }
    assertEquals(
        List.of(
            "kiln | from: f.sqlite, sheet: kiln | id,name | 1",
            "small | from: f.sqlite, sheet: small | name | 0"),
        said("f.sqlite", Files.readAllBytes(file)));
  }

  @Test
  void aPartThatCannotBeReadSaysWhyBesideTheOthers() {
    String json = "{\"a\": [{\"n\": 1}], \"b\": [{\"n\": 1}, {\"n\": 2, \"n\": 3}]}";
    assertEquals(
        List.of("a | from: m.json, at: /a | n | 1", "b | from: m.json, at: /b | n | 2"),
        said("m.json", utf8(json)));
    byte[] book =
        Workbooks.xlsx(made -> {
          made.createSheet("good").createRow(0).createCell(0).setCellValue("a");
          made.createSheet("bad").createRow(0).createCell(0).setCellValue("a");
          made.getSheet("bad").getRow(0).createCell(1).setCellValue("A");
        });
    List<DataProposal> proposals = proposals("m.xlsx", book);
    assertEquals("", proposals.get(0).summary().broken());
    assertTrue(
        proposals.get(1).summary().broken().contains("a second column has the name “A”"),
        proposals.toString());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "m.csv  | a,a         | m.csv, row 1, column 2: a second column has the name “a”.",
        "m.png  | x           | Rows are read from CSV, TSV, JSON, XLSX, ODS and SQLite files",
        "m.json | {\"a\": 1}    | m.json has no list that rows could be read from.",
        "m.json | {\"a\": [{]   | m.json, line 1, column",
        "m.xlsx | no book     | m.xlsx cannot be read: it is no spreadsheet.",
        "m.db   | no database | m.db",
      })
  void aFileThatGivesNothingSaysWhy(String path, String content, String reason) {
    String message =
        assertThrows(BrokenDataException.class, () -> proposals(path, utf8(content))).getMessage();
    assertTrue(message.startsWith(reason), message);
  }

  @Test
  void ofVeryManyPartsTheFirstAreReadAndAllAreCounted() {
    String lists =
        IntStream.range(0, 60)
            .mapToObj(i -> "\"l" + i + "\": [{}]")
            .collect(joining(", ", "{", "}"));
    DataProposals.Found found = DataProposals.of(new OneFile(utf8(lists)), "m.json", List.of());
    assertEquals(50, found.sets().size());
    assertEquals(60, found.parts());
  }

  @Test
  void aNameIsOneThatASetMayHave() {
    String name = proposals("data/a[1]|<b>.csv", utf8("a\n1\n")).get(0).name();
    assertEquals("a 1 b", name);
  }
}
