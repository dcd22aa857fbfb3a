package elmtable.webdriver.page;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.Observation;
import elmtable.browser.Target;
import elmtable.browser.Wanted;
import java.time.Duration;

/** Asks the script in the page, over one protocol or the other. */
public interface PageReader {
  /** The whole answer, once there is what is to be read, or once it is done in the page. */
  JsonNode read(Target target, String wanted, String text, Duration limit);

  /** How many there are now. */
  int count(Target target);

  Observation observe(Target target, Wanted wanted, Duration limit);
}
