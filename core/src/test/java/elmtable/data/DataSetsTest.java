package elmtable.data;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.data.readers.DataContext;
import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataRow;
import elmtable.data.source.DataSource;
import elmtable.data.source.Rows;
import elmtable.language.Block;
import elmtable.language.DocumentParser;
import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.function.LongSupplier;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DataSetsTest {
  private static DataSets.Reading reading(String block, byte[] content) {
    Block data = DocumentParser.parse("data d\n" + block).blocks().get(0).block();
    return DataSets.of(data, DataContext.of(new OneFile(content)));
  }

  private static List<List<String>> rows(String block, byte[] content) {
    DataSource source = reading(block, content).source().orElseThrow();
    List<List<String>> all = new ArrayList<>(List.of(source.columns()));
    try (Rows rows = source.open()) {
      for (DataRow row = rows.next(); row != null; row = rows.next()) {
        all.add(row.cells());
      }
    }
    return all;
  }

  private static List<List<String>> rows(String block, String content) {
    return rows(block, content.getBytes(StandardCharsets.UTF_8));
  }

  @Test
  void separatedValuesAreReadAsTheStandardSays() {
    assertEquals(
        List.of(List.of("a", "b"), List.of("1,5", "say \"yes\""), List.of("two\nlines", "")),
        rows("from: x.csv\n", "a,b\r\n\"1,5\",\"say \"\"yes\"\"\"\r\n\"two\r\nlines\",\n"));
  }

  @Test
  void aByteOrderMarkOtherSeparatorsAndEncodingsAreRead() {
    assertEquals(
        List.of(List.of("a", "b"), List.of("1", "2")), rows("from: x.csv\n", "\uFEFFa,b\n1,2\n"));
    assertEquals(
        List.of(List.of("a", "b"), List.of("1", "2")),
        rows("from: x.csv\nseparator: ;\n", "a;b\n1;2\n"));
    assertEquals(
        List.of(List.of("a", "b"), List.of("1", "2")), rows("from: x.tsv\n", "a\tb\n1\t2\n"));
    assertEquals(
        List.of(List.of("a", "b"), List.of("1", "2")),
        rows("from: x.csv\nseparator: tab\n", "a\tb\n1\t2\n"));
    byte[] western = "Größe\nfür 5 €\n".getBytes(Charset.forName("windows-1252"));
    assertEquals(
        List.of(List.of("Größe"), List.of("für 5 €")),
        rows("from: x.csv\nencoding: windows-1252\n", western));
    assertEquals(
        List.of(List.of("column 1", "column 2"), List.of("1", "2")),
        rows("from: x.csv\nheader: no\n", "1,2\n"));
  }

  @Test
  void aFileInAnotherEncodingSaysSo() {
    byte[] western = "a,b\n1,ü\n".getBytes(StandardCharsets.ISO_8859_1);
    String message = reading("from: x.csv\n", western).problems().get(0).message();
    assertTrue(
        message.contains(
            "x.csv, row 2, column 2: a character is not UTF-8; name the file's encoding"),
        message);
    String late = "a,b\n" + "1,2\n".repeat(20_000) + "\"3\n4\",ü\n";
    DataSource source =
        reading("from: x.csv\n", late.getBytes(StandardCharsets.ISO_8859_1)).source().orElseThrow();
    String broken = DataSummary.of(source).broken();
    assertTrue(broken.startsWith("x.csv, row 20002, column 2: a character is not UTF-8"), broken);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '!',
      quoteCharacter = '^',
      value = {
        "a,b;1,'x'y; ! row 2, column 2: behind a closing quote",
        "a,b;;;1,2;'3'4,5; ! row 5, column 1: behind a closing quote",
        "a,b;'1;2',3;4,'5;6 ! row 3, column 2: a quote opens in line 4 and never closes",
        "a;'2''; ! row 2, column 1: a quote opens in line 2 and never closes",
      })
  void aBrokenFileTellsWhereItBreaks(String text, String place) {
    byte[] bytes = text.replace(';', '\n').replace('\'', '"').getBytes(StandardCharsets.UTF_8);
    DataSource source = reading("from: x.csv\n", bytes).source().orElseThrow();
    String counted = DataSummary.of(source).broken();
    assertTrue(counted.startsWith("x.csv, " + place), counted);
    BrokenDataException read =
        assertThrows(
            BrokenDataException.class,
            () -> {
              try (Rows rows = source.open()) {
                while (rows.next() != null) {}
              }
            });
    assertEquals(counted, read.getMessage());
  }

  @Test
  void aRowThatIsTooLongIsNamed() {
    byte[] bytes = ("a\n\n" + "x,".repeat(16_384) + "x\n").getBytes(StandardCharsets.UTF_8);
    DataSource source = reading("from: x.csv\n", bytes).source().orElseThrow();
    try (Rows rows = source.open()) {
      assertEquals(
          "x.csv, row 3: a cell or row is too long to be read.",
          assertThrows(BrokenDataException.class, rows::next).getMessage());
    }
  }

  @Test
  void aNameThatStandsTwiceIsNamedWithItsRow() {
    String message =
        reading("from: x.csv\n", "\na,b,A\n1,2,3\n".getBytes(StandardCharsets.UTF_8))
            .problems()
            .get(0)
            .message();
    assertTrue(message.contains("x.csv, row 2, column 3: a second column has the name"), message);
  }

  /** Counting passes over a file in another way than reading does. */
  @Test
  void countingAndReadingAgree() {
    Random random = new Random(11);
    String alphabet = "ab\",\n\r \u20ac\uFFFF";
    for (int i = 0; i < 20_000; i++) {
      StringBuilder text = new StringBuilder("x,y\n");
      for (int length = random.nextInt(24); length > 0; length--) {
        text.append(alphabet.charAt(random.nextInt(alphabet.length())));
      }
      String shown = text.toString().replace("\r", "\\r").replace("\uFFFF", "#");
      byte[] bytes = text.toString().getBytes(StandardCharsets.UTF_8);
      DataSource source = reading("from: x.csv\n", bytes).source().orElseThrow();
      List<String> read = new ArrayList<>();
      List<String> counted = new ArrayList<>();
      assertEquals(
          outcome(() -> read(source, read)),
          outcome(() -> source.count(row -> counted.add(row.fault()))),
          shown);
      if (!outcome(() -> source.count(fault -> {})).contains("x.csv")) {
        assertEquals(read, counted, shown);
      }
    }
  }

  private static long read(DataSource source, List<String> faults) {
    long count = 0;
    try (Rows rows = source.open()) {
      for (DataRow row = rows.next(); row != null; row = rows.next()) {
        count++;
        if (!row.isSound()) {
          faults.add(row.fault());
        }
      }
    }
    return count;
  }

  private static String outcome(LongSupplier counting) {
    try {
      return String.valueOf(counting.getAsLong());
    } catch (BrokenDataException broken) {
      return broken.getMessage();
    }
  }

  @Test
  void rowsTypedInMayHoldReferences() {
    DataSource source =
        reading("rows\n| a | b |\n| <x> | |\n| 1 | 2 |\n", new byte[0]).source().orElseThrow();
    assertTrue(source.hasTemplates());
    assertEquals(
        new DataSummary(List.of("a", "b"), 2, List.of(), "", true), DataSummary.of(source));
  }

  @Test
  void aBrokenRowKeepsItsPlaceAndTheOthersAreRead() {
    DataSource source =
        reading("from: x.csv\n", "a,b\n1\n2,3\n".getBytes(StandardCharsets.UTF_8))
            .source()
            .orElseThrow();
    try (Rows rows = source.open()) {
      DataRow first = rows.next();
      assertEquals(List.of("1", ""), first.cells());
      assertTrue(first.fault().startsWith("x.csv, row 2, column 2"));
      assertTrue(rows.next().isSound());
    }
    assertEquals(1, DataSummary.of(source).faults().size());
  }

  @Test
  void aSourceThatBreaksIsNotUsedInPart() {
    DataSource source =
        reading("from: x.csv\n", "a\n1\n\"2\n".getBytes(StandardCharsets.UTF_8))
            .source()
            .orElseThrow();
    try (Rows rows = source.open()) {
      rows.next();
      assertThrows(BrokenDataException.class, rows::next);
    }
    assertEquals(0, DataSummary.of(source).rows());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '!',
      value = {
        "BAD_PROPERTY_VALUE ! from: x.csv\\nseparator: ;;",
        "BAD_PROPERTY_VALUE ! from: x.csv\\nencoding: klingon",
        "NO_SOURCE ! key: a",
        "TWO_SOURCES ! from: x.csv\\nrows\\n| a |\\n| 1 |",
        "BAD_PROPERTY_VALUE ! from: x.pdf",
        "BAD_PROPERTY_VALUE ! from: x.csv\\nsheet: 2",
        "BAD_PROPERTY_VALUE ! limits of: shelves 1 to 6",
        "BAD_PROPERTY_VALUE ! limits of: shelves number 6 to 1",
        "BAD_PROPERTY_VALUE ! limits of: day date 2026-02-30 to 2026-03-01",
        "BAD_PROPERTY_VALUE ! combine: both of A, B",
        "NO_SOURCE ! query: select 1",
        "NO_SOURCE ! from: x.sqlite",
        "TWO_SOURCES ! from: x.csv\\nlimits of: a number 1 to 2",
        "BAD_PROPERTY_VALUE ! from: x.json\\nat: members",
        "BAD_PROPERTY_VALUE ! from: x.xlsx\\nrange: 12",
        "UNKNOWN_COLUMN ! limits of: a number 1 to 2\\nsort by: b",
        "UNKNOWN_COLUMN ! limits of: a number 1 to 2\\nwhere: b > 1",
        "UNKNOWN_COLUMN ! limits of: a number 1 to 2\\ncolumns: a, c",
        "UNKNOWN_COLUMN ! limits of: a number 1 to 2\\nkey: c",
        "DOUBLE_COLUMN ! limits of: a number 1 to 2\\ncolumns: a, inside as a",
        "CHANGING_NAME ! limits of: a number 1 to 2\\nwhere: a > random(1, 2)",
        "FORMULA_UNREADABLE ! limits of: a number 1 to 2\\nwhere: a >",
        "BAD_PROPERTY_VALUE ! limits of: a number 1 to 2\\nfirst: some",
        "BAD_PROPERTY_VALUE ! limits of: a number 1 to 2\\nsample: 3 of 4",
        "BAD_PROPERTY_VALUE ! limits of: a number 1 to 2\\nkinds: a",
      })
  void whatCannotBeReadIsAProblem(Problem problem, String block) {
    List<Diagnostic> problems =
        reading(block.strip().replace("\\n", "\n") + "\n", new byte[0]).problems();
    assertEquals(List.of(problem), problems.stream().map(Diagnostic::problem).toList());
  }
}
