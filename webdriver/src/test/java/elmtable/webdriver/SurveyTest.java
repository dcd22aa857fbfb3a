package elmtable.webdriver;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.browser.Locator;
import elmtable.browser.Survey.PageElement;
import elmtable.browser.Survey.Proposal;
import elmtable.browser.Survey.Sight;
import elmtable.browser.Target;
import java.util.List;
import org.junit.jupiter.api.Test;

/** How a page is looked over: what locators find, and how elements could be found. */
class SurveyTest extends AbstractBrowserTest {
  private static final String FORM =
      "<h1>Order</h1><form id=order><label>Number of shelves <input name=shelves></label>"
          + "<label for=p>Programme</label><select id=p><option>Bisque</select>"
          + "<input data-testid=note id=x93821><button>Send</button><button class=quiet>Again</button>"
          + "<button class=quiet>Again</button></form><a href=/next>On</a>"
          + "<p role=status id=message></p><input type=hidden name=csrf>"
          + "<button style='display:none'>Never</button>";

  private PageElement element(String name) {
    return browser.survey().elements().stream()
        .filter(each -> each.name().equals(name))
        .findFirst()
        .orElseThrow(() -> new AssertionError(name + " in " + browser.survey().elements()));
  }

  private static String best(PageElement element) {
    return element.locators().get(0).locator().toString();
  }

  @Test
  void whatALocatorFindsIsCountedAndPlaced() {
    show(FORM);
    Sight send = browser.survey().look(target("button", "Send"));
    assertEquals(1, send.count());
    assertTrue(send.boxes().get(0).width() > 10, send.toString());
    assertEquals(2, browser.survey().look(target("button", "Again")).count());
    assertEquals(0, browser.survey().look(target("id", "none")).count());
    Sight hidden = browser.survey().look(target("css", "[name=csrf]"));
    assertEquals(1, hidden.count());
    assertEquals(List.of(), hidden.boxes());
    assertFalse(browser.survey().look(target("css", "p:wrong(")).fault().isEmpty());
  }

  @Test
  void eachElementIsProposedByWhatAPersonReadsFirst() {
    show(FORM);
    List<String> names = browser.survey().elements().stream().map(PageElement::name).toList();
    assertEquals(
        List.of(
            "Order",
            "Number of shelves",
            "Programme",
            "Note",
            "Send",
            "Again",
            "Again",
            "On",
            "Message"),
        names);
    assertEquals("label Number of shelves", best(element("Number of shelves")));
    assertEquals("choice", element("Programme").role());
    assertEquals("button Send", best(element("Send")));
    assertEquals("link On", best(element("On")));
    assertEquals("id message", best(element("Message")));
    PageElement note = element("Note");
    assertEquals("test-id note", best(note));
    assertTrue(
        note.locators().stream().noneMatch(each -> each.locator().value().equals("x93821")),
        "an id with a long number is made up");
  }

  @Test
  void aProposalFindsItsElementAndPlacesAreCountedOnlyAtLast() {
    show(FORM);
    for (PageElement element : browser.survey().elements()) {
      Proposal first = element.locators().get(0);
      assertEquals(1, first.count(), element.toString());
      Sight sight = browser.survey().look(new Target(element.name(), first.locator()));
      assertEquals(1, sight.count(), element.toString());
      if (element.box().height() > 0) {
        assertEquals(element.box(), sight.boxes().get(0), element.toString());
      }
      assertEquals(
          element.name().equals("Again"), first.why().equals("counts places"), element.toString());
    }
  }

  @Test
  void anElementInAFrameIsCountedWithoutAPlace() {
    show("<iframe id=f srcdoc='<button>Inside</button>'></iframe>");
    Target frame = target("id", "f");
    Target inside = new Target("Inside", new Locator(Locator.By.BUTTON, "Inside"), List.of(frame));
    browser.elements().text(inside, LIMIT);
    Sight sight = browser.survey().look(inside);
    assertEquals(1, sight.count());
    assertEquals(List.of(), sight.boxes());
    Target gone =
        new Target(
            "Inside", new Locator(Locator.By.BUTTON, "Inside"), List.of(target("id", "none")));
    assertEquals(0, browser.survey().look(gone).count());
    assertFalse(browser.survey().look(gone).fault().isEmpty());
  }
}
