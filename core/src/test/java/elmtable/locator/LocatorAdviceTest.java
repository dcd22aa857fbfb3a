package elmtable.locator;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.browser.Locator;
import elmtable.browser.Locator.By;
import elmtable.browser.Survey.Box;
import elmtable.browser.Survey.PageElement;
import elmtable.browser.Survey.Proposal;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LocatorAdviceTest {
  private static PageElement element(String name, String role, By by, String value) {
    Proposal alone = new Proposal(new Locator(by, value), 1, "");
    Proposal several = new Proposal(new Locator(By.CSS, "." + role), 3, "");
    return new PageElement(name, role, new Box(0, 0, 10, 10), List.of(alone, several));
  }

  private static final List<PageElement> PAGE =
      List.of(
          element("Send my offer", "button", By.BUTTON, "Send my offer"),
          element("Number of shelves", "field", By.LABEL, "Number of shelves"),
          element("Cancel", "button", By.BUTTON, "Cancel"),
          element("Programme", "choice", By.LABEL, "Programme"));

  @ParameterizedTest
  @CsvSource({
    "XPATH, //form/label[4]//select, counts places",
    "XPATH, (//button)[last()], counts places",
    "XPATH, /html/body/div/p, goes through many elements",
    "CSS, li:nth-child(2), counts places",
    "CSS, div > div > div > div > p, goes through many elements",
    "CSS, #row-48213 td, has a part that looks made up by a program",
    "ID, ember1234, looks made up by a program"
  })
  void whatWillBreakIsToldWhy(By by, String value, String reason) {
    assertEquals(Optional.of(reason), Fragility.of(new Locator(by, value)));
  }

  @ParameterizedTest
  @CsvSource({
    "XPATH, //button[@type='submit']",
    "CSS, form [type=submit]",
    "ID, message",
    "LABEL, Row 12345",
    "BUTTON, Send",
    "TEST_ID, order-2"
  })
  void whatMayLastIsLeftAlone(By by, String value) {
    assertEquals(Optional.empty(), Fragility.of(new Locator(by, value)));
  }

  @Test
  void theElementWithTheSameWordsIsProposed() {
    Repair send = Repair.of("Send", new Locator(By.BUTTON, "Send request"), PAGE).orElseThrow();
    assertEquals("button Send my offer", send.locator().toString());
    assertTrue(send.likeness() > 0.9, send.toString());
    Repair shelves = Repair.of("Shelves", new Locator(By.ID, "count"), PAGE).orElseThrow();
    assertEquals("label Number of shelves", shelves.locator().toString());
  }

  @Test
  void nothingIsProposedWhereNothingIsLikeIt() {
    assertEquals(Optional.empty(), Repair.of("Photo", new Locator(By.CSS, "input"), PAGE));
    assertEquals(Optional.empty(), Repair.of("Send", new Locator(By.BUTTON, "Send"), List.of()));
    PageElement unclear =
        new PageElement(
            "Send",
            "button",
            new Box(0, 0, 1, 1),
            List.of(new Proposal(new Locator(By.BUTTON, "Send"), 2, "")));
    assertEquals(
        Optional.empty(), Repair.of("Send", new Locator(By.BUTTON, "Send"), List.of(unclear)));
  }
}
