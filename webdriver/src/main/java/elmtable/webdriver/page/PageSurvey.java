package elmtable.webdriver.page;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.BrowserException;
import elmtable.browser.Locator;
import elmtable.browser.Survey;
import elmtable.browser.Target;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;

/** Looks over a page, as the script in it answers. */
public final class PageSurvey implements Survey {
  private static final Duration LIMIT = Duration.ofSeconds(5);
  private static final Duration SHORT = Duration.ofMillis(300);
  private static final Target WHOLE_PAGE = new Target("page", new Locator(Locator.By.CSS, "html"));

  private final PageReader page;

  public PageSurvey(PageReader page) {
    this.page = page;
  }

  @Override
  public Sight look(Target target) {
    // What is not there now is not waited for.
    Duration limit = target.within().isEmpty() ? LIMIT : SHORT;
    try {
      JsonNode answer = page.read(target, "sight", "", limit);
      List<Box> boxes = new ArrayList<>();
      if (target.within().isEmpty()) {
        answer.path("boxes").forEach(box -> boxes.add(box(box)));
      }
      return new Sight(answer.path("count").asInt(), boxes, "");
    } catch (BrowserException failed) {
      if (failed.kind() != BrowserException.Kind.PAGE) {
        throw failed;
      }
      return new Sight(0, List.of(), failed.getMessage());
    }
  }

  @Override
  public List<PageElement> elements() {
    List<PageElement> elements = new ArrayList<>();
    for (JsonNode element : page.read(WHOLE_PAGE, "inventory", "", LIMIT).path("elements")) {
      List<Proposal> locators = new ArrayList<>();
      for (JsonNode each : element.path("locators")) {
        Locator.By by = Locator.By.named(each.path("by").asText()).orElseThrow();
        locators.add(
            new Proposal(
                new Locator(by, each.path("value").asText()),
                each.path("count").asInt(),
                each.path("why").asText()));
      }
      elements.add(
          new PageElement(
              element.path("name").asText(),
              element.path("role").asText(),
              box(element.path("box")),
              locators));
    }
    return elements;
  }

  private static Box box(JsonNode box) {
    return new Box(
        box.path("x").asDouble(),
        box.path("y").asDouble(),
        box.path("width").asDouble(),
        box.path("height").asDouble());
  }
}
