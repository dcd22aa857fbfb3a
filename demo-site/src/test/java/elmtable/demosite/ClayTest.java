package elmtable.demosite;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ClayTest {
  private final Clay clay = new Clay();

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Stoneware  | 1    | Taken in: CB-301, 1 bag",
        "Paper clay | 40   | Taken in: CB-301, 40 bags",
        "Raku body  | 41   | The store holds 40 bags of a batch",
        "Porcelain  | 0    | A batch has at least one bag",
        "Porcelain  | some | Bags are counted in whole numbers",
        "Sand       | 3    | Choose a clay",
      })
  void everyBatchIsTakenInOrRefusedInWords(String kind, String bags, String message) {
    Clay.Answer answer = clay.takeIn(kind, bags);
    assertEquals(message, answer.message());
    assertEquals(answer.batch().stream().toList(), clay.batches());
  }

  @Test
  void bagsGoOutAndComeBackAndAWholeBatchIsWrittenOff() {
    clay.takeIn("Porcelain", "3");
    assertEquals("Only 3 bags of CB-301 left", clay.giveOut("CB-301", "4").message());
    assertEquals("Given out: 2 bags of CB-301", clay.giveOut("CB-301", "2").message());
    assertEquals("CB-301 has 2 bags out", clay.writeOff("CB-301").message());
    assertEquals("Only 2 bags of CB-301 out", clay.giveOut("CB-301", "-3").message());
    assertEquals("Back: 2 bags of CB-301", clay.giveOut("CB-301", "-2").message());
    assertTrue(clay.writeOff("CB-301").batch().isPresent());
    assertEquals(List.of(), clay.batches());
    assertEquals("There is no batch CB-301", clay.writeOff("CB-301").message());
  }
}
