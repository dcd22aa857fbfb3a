package elmtable.webdriver.page;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.Elements;
import elmtable.browser.Observation;
import elmtable.browser.Target;
import elmtable.browser.Wanted;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;

/** What elements show, as the script in the page answers. */
public final class PageElements implements Elements {
  private final PageReader page;

  public PageElements(PageReader page) {
    this.page = page;
  }

  @Override
  public String text(Target target, Duration limit) {
    return page.read(target, "readtext", "", limit).path("found").asText();
  }

  @Override
  public String value(Target target, Duration limit) {
    return page.read(target, "readvalue", "", limit).path("found").asText();
  }

  @Override
  public String attribute(Target target, String attribute, Duration limit) {
    return page.read(target, "readattribute", attribute, limit).path("found").asText();
  }

  @Override
  public int count(Target target) {
    return page.count(target);
  }

  @Override
  public List<List<String>> table(Target target, Duration limit) {
    List<List<String>> rows = new ArrayList<>();
    for (JsonNode row : page.read(target, "readtable", "", limit).path("rows")) {
      rows.add(texts(row));
    }
    return rows;
  }

  @Override
  public List<String> texts(Target target, Duration limit) {
    return texts(page.read(target, "readtexts", "", limit).path("texts"));
  }

  private static List<String> texts(JsonNode array) {
    List<String> texts = new ArrayList<>();
    array.forEach(text -> texts.add(text.asText()));
    return texts;
  }

  @Override
  public Observation await(Target target, Wanted wanted, Duration limit) {
    return page.observe(target, wanted, limit);
  }
}
