package elmtable.server.command;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.util.List;
import org.junit.jupiter.api.Test;

class DataCommandTest extends AbstractCommandTest {
  @Test
  void dataThatBreaksOffSaysSoInItsStream() throws IOException {
    Files.writeString(folder.resolve("x.csv"), "a,b\n1,2\n3,\"open\n");
    file("a.elmt", "data d\nfrom: x.csv\n");
    assertEquals(2, elm("data", folder.toString(), "d", "--json"));
    JsonNode rows = new ObjectMapper().readTree(out.toString());
    assertEquals("2", rows.get(0).path("b").asText());
    assertTrue(rows.get(1).path("error").asText().contains("never closes"), out.toString());
    assertEquals(2, elm("data", folder.toString(), "d", "--jsonl"));
    List<String> lines = out.toString().lines().toList();
    assertEquals("{\"a\":\"1\",\"b\":\"2\"}", lines.get(0));
    assertTrue(lines.get(1).startsWith("{\"error\":"), lines.toString());
  }

  @Test
  void dataPrintsShapedRowsAndTheirCounts() throws IOException {
    Files.writeString(
        folder.resolve("d.elmt"),
        "data Prices\nfrom: prices.csv\nwhere: price > 1\nsort by: price descending\ncolumns: clay, price as euro\n");
    Files.writeString(
        folder.resolve("prices.csv"), "clay,price\nRaku,1\n\"Grog, fine\",2\nStoneware,10\n");
    assertEquals(0, elm("data", folder.toString(), "prices"));
    assertEquals("clay,euro\r\nStoneware,10\r\n\"Grog, fine\",2\r\n", out.toString());
    out.getBuffer().setLength(0);
    assertEquals(0, elm("data", folder.toString(), "Prices", "--json"));
    assertTrue(
        out.toString().contains("{\"clay\":\"Stoneware\",\"euro\":\"10\"},"), out.toString());
    out.getBuffer().setLength(0);
    assertEquals(0, elm("data", folder.toString(), "Prices", "--counts"));
    assertEquals(
        List.of("from 3", "where 2", "sort by 2", "columns 2"),
        out.toString().lines().map(line -> line.replaceAll(" +(\\d)", " $1")).toList());
    assertEquals(2, elm("data", folder.toString(), "Price"));
    assertTrue(err.toString().contains("did you mean “Prices”?"), err.toString());
  }

  @Test
  void dataIsReadAsInTheEnvironmentAskedFor() throws IOException {
    Files.writeString(
        folder.resolve("d.elmt"),
        "data Prices\nfrom: <shop>.csv\n\nenvironment one\nvalues\n| name | value |\n| shop | a |\n"
            + "\nenvironment two\nvalues\n| name | value |\n| shop | b |\n");
    Files.writeString(folder.resolve("a.csv"), "clay\nRaku\n");
    Files.writeString(folder.resolve("b.csv"), "clay\nGrog\n");
    assertEquals(0, elm("data", folder.toString(), "prices"));
    assertEquals("clay\r\nRaku\r\n", out.toString());
    assertEquals(0, elm("data", folder.toString(), "prices", "--environment", "Two"));
    assertEquals("clay\r\nGrog\r\n", out.toString());
    assertEquals(2, elm("data", folder.toString(), "prices", "--environment", "three"));
    assertTrue(
        err.toString().contains("no environment “three”; there are one, two."), err::toString);
  }
}
