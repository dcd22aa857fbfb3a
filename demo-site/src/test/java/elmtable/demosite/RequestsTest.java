package elmtable.demosite;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RequestsTest {
  private static Requests.Answer take(
      Requests requests, String shelves, String programme, String peak, String day) {
    return requests.take(new Requests.Request(shelves, programme, peak, day, false), new Visit());
  }

  @ParameterizedTest
  @CsvSource({
    "0, Bisque, 1000, Fri 11 December, Choose at least one shelf",
    "1, Bisque, 1000, Fri 11 December, Booked: 1 shelf",
    "6, Glaze, 1300, Fri 11 December, Booked: 6 shelves",
    "7, Glaze, 1240, Fri 11 December, A kiln has six shelves",
    "-1, Glaze, 1240, Fri 11 December, Choose at least one shelf",
    "two, Glaze, 1240, Fri 11 December, Shelves are counted in whole numbers",
    "1, Salt, 1000, Fri 11 December, Choose a programme",
    "1, Bisque, 899, Fri 11 December, Bisque fires from 900 to 1060 °C",
    "1, Glaze, 1301, Fri 11 December, Glaze fires from 1180 to 1300 °C",
    "1, Raku, 950, Fri 11 December, Booked: 1 shelf",
    "1, Bisque, 1000, Sunday, Choose a day",
    "1, Bisque, 1000, Mon 7 December, Mon 7 December is taken",
  })
  void everyValueIsTakenOrRefusedInWords(
      String shelves, String programme, String peak, String day, String message) {
    Requests.Answer answer = take(new Requests(Defects.none()), shelves, programme, peak, day);
    assertEquals(message, answer.message());
    assertEquals(message.startsWith("Booked"), answer.booked().isPresent());
  }

  @Test
  void thePlantedDefectTakesOneDegreeTooMany() {
    Requests requests = new Requests(Defects.of(Map.of("EMBERWICK_DEFECTS", "one-too-many")));
    assertTrue(take(requests, "1", "Glaze", "1301", "Fri 11 December").booked().isPresent());
    assertFalse(take(requests, "1", "Glaze", "1302", "Fri 11 December").booked().isPresent());
  }

  @ParameterizedTest
  @CsvSource({
    "Bisque, 1, false, 14.50",
    "Glaze, 2, false, 34.50",
    "Raku, 3, false, 63.00",
    "Bisque, 2, true, 33.35",
    "Glaze, 3, true, 59.51"
  })
  void pricesAreInCents(String programme, int shelves, boolean fragile, String price) {
    assertEquals(
        price, Programme.named(programme).orElseThrow().price(shelves, fragile).toPlainString());
  }

  @Test
  void requestsFillNoDayBeforeTheyAreConfirmed() {
    Visit visit = new Visit();
    visit.book("Fri 11 December", 11, Programme.GLAZE, 6, false);
    assertFalse(visit.isTaken("Fri 11 December"));
    assertTrue(visit.isTaken("Mon 7 December"));
    visit.cancel("EK-2034");
    assertFalse(visit.isTaken("Mon 7 December"));
  }

  @Test
  void everyVisitStartsFromTheSameDayBook() {
    Visit first = new Visit();
    assertTrue(first.cancel("EK-2033"));
    assertFalse(first.cancel("EK-2033"));
    assertEquals(
        "EK-2038", first.book("Fri 11 December", 11, Programme.RAKU, 1, false).reference());
    assertEquals(7, first.firings().size());
    assertEquals(7, new Visit().firings().size());
    assertTrue(new Visit().cancel("EK-2033"));
  }
}
