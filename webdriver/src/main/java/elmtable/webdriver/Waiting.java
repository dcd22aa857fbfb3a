package elmtable.webdriver;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.BrowserException;
import elmtable.browser.BrowserException.Kind;
import elmtable.browser.Observation;
import elmtable.browser.Target;
import elmtable.browser.Wanted;
import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Waits inside the page. The question is asked once and answered when the state holds or the limit
 * is reached; it is asked again only where the page was left meanwhile, which ends every script in
 * it.
 */
final class Waiting {
  private static final String ELEMENT = "element-6066-11e4-a52e-4f735466cecf";
  // A page that is left over and over, faster than a script can begin, is given a breath between
  // two looks.
  private static final long BREATH_MILLIS = 20;

  private static final Logger LOG = LoggerFactory.getLogger(Waiting.class);

  private final Tab tab;
  private long scriptLimit = -1;

  Waiting(Tab tab) {
    this.tab = tab;
  }

  /**
   * Waits until the element can be acted on, and acts. Where it went stale in between, looks again
   * in what time is left.
   */
  void act(Target target, String wanted, String text, Duration limit, Consumer<String> action) {
    long end = System.nanoTime() + limit.toNanos();
    while (true) {
      JsonNode answer = ask(question(target, wanted, text), Math.max(1, left(end)));
      if (!answer.path("ok").asBoolean()) {
        throw WaitAnswer.missed(target, answer, limit, tab.frames());
      }
      try {
        action.accept(answer.path("element").path(ELEMENT).asText());
        return;
      } catch (WireError error) {
        if (!isPassing(error) || left(end) <= 0) {
          throw tab.failure(error);
        }
      }
    }
  }

  /** Errors that another look at the page may cure. */
  private static boolean isPassing(WireError error) {
    return error.is(
            "stale element reference",
            "element click intercepted",
            "element not interactable",
            "no such element")
        || error.getMessage().contains("does not belong to the document");
  }

  /** The whole answer, once there is what is to be read. */
  JsonNode read(Target target, String wanted, String text, Duration limit) {
    return answered(target, question(target, wanted, text), limit);
  }

  private JsonNode answered(Target target, Map<String, Object> question, Duration limit) {
    JsonNode answer = ask(question, limit.toMillis());
    if (!answer.path("ok").asBoolean()) {
      throw WaitAnswer.missed(target, answer, limit, tab.frames());
    }
    return answer;
  }

  void chooseSeveral(Target target, List<String> options, Duration limit) {
    Map<String, Object> question = question(target, "several", "");
    question.put("texts", options);
    answered(target, question, limit);
  }

  /** How many there are now. */
  int count(Target target) {
    Map<String, Object> question = question(target, "count", "");
    question.put("number", -1);
    return ask(question, 1).path("found").asInt();
  }

  Observation observe(Target target, Wanted wanted, Duration limit) {
    Map<String, Object> question =
        switch (wanted) {
          case Wanted.Text text -> question(target, "text", text.text());
          case Wanted.NotText text -> question(target, "nottext", text.text());
          case Wanted.TextWithout text -> question(target, "textwithout", text.fragment());
          case Wanted.Value value -> question(target, "value", value.text());
          case Wanted.TextPart part -> question(target, "textpart", part.text());
          case Wanted.Enabled enabled -> question(target, "enabled", "");
          case Wanted.Disabled disabled -> question(target, "disabled", "");
          case Wanted.Ticked ticked -> question(target, "ticked", ticked.ticked() ? "yes" : "no");
          case Wanted.Attribute attribute -> question(target, "attribute", attribute.text());
          case Wanted.Shown shown -> question(target, "shown", "");
          case Wanted.Hidden hidden -> question(target, "hidden", "");
          case Wanted.Covered covered -> question(target, "covered", "");
          case Wanted.Gone gone -> question(target, "gone", "");
          case Wanted.Count count -> question(target, "count", "");
          case Wanted.Texts texts -> question(target, "texts", "");
          case Wanted.Table table -> question(target, "table", "");
        };
    more(wanted, question);
    return WaitAnswer.observation(target, ask(question, limit.toMillis()), limit, tab.frames());
  }

  /** What only some states need to be told. */
  private static void more(Wanted wanted, Map<String, Object> question) {
    switch (wanted) {
      case Wanted.Count count -> question.put("number", count.number());
      case Wanted.Attribute attribute -> question.put("attribute", attribute.name());
      case Wanted.Texts texts -> question.put("texts", texts.texts());
      case Wanted.Table table -> {
        question.put("columns", table.columns());
        question.put("rows", table.rows());
      }
      default -> {}
    }
  }

  Observation observePage(String wanted, String text, Duration limit) {
    Map<String, Object> question = new HashMap<>(Map.of("wanted", wanted, "text", text));
    JsonNode answer = ask(question, limit.toMillis());
    return new Observation(answer.path("ok").asBoolean(), answer.path("found").asText(), "");
  }

  /** Waits until a dialog opens or the limit is reached. */
  void forDialog(Duration limit) {
    long end = System.nanoTime() + limit.toNanos();
    while (left(end) > 0) {
      try {
        setScriptLimit(limit.toMillis());
        execute(PageScripts.UNTIL_DIALOG, List.of(left(end)), limit);
        return;
      } catch (WireError error) {
        if (error.is("unexpected alert open")) {
          return;
        }
        if (!isLeftPage(error)) {
          throw tab.failure(error);
        }
        breathe();
      }
    }
  }

  /** Draws a frame round what a locator finds, whatever its state. */
  void outline(Target target) {
    Map<String, Object> question = question(target, "there", "");
    try {
      JsonNode answer = ask(question, 1);
      JsonNode element = answer.path("element");
      if (element.isObject()) {
        tab.post(
            "/execute/sync",
            Map.of(
                "script",
                "arguments[0].style.outline = '3px solid #B02E1E'; arguments[0].style.outlineOffset = '2px';",
                "args",
                List.of(Map.of(ELEMENT, element.path(ELEMENT).asText()))));
      }
    } catch (WireError | BrowserException withoutOutline) {
      // A picture without the frame is better than no picture.
      LOG.debug("Nothing could be outlined", withoutOutline);
    }
  }

  private static Map<String, Object> question(Target target, String wanted, String text) {
    Map<String, Object> question = new HashMap<>();
    question.put("by", target.locator().by().word());
    question.put("value", target.locator().value());
    question.put("wanted", wanted);
    question.put("text", text);
    return question;
  }

  private JsonNode ask(Map<String, Object> question, long limitMillis) {
    long end = System.nanoTime() + limitMillis * 1_000_000;
    JsonNode last = null;
    while (true) {
      long left = Math.max(1, left(end));
      question.put("limit", left);
      long begun = System.nanoTime();
      try {
        setScriptLimit(limitMillis);
        JsonNode answer = execute(PageScripts.WAITING, List.of(question), Duration.ofMillis(left));
        if (answer.path("answered").asBoolean()) {
          return answer;
        }
        if (tab.dialog().isPresent()) {
          throw new BrowserException(Kind.PAGE, tab.openDialog());
        }
        last = answer;
      } catch (WireError error) {
        if (!isLeftPage(error)) {
          throw tab.failure(error);
        }
        // The page answers by itself when its time is over, unless it is busy.
        if (error.is("script timeout") && left(begun + left * 1_000_000) <= 0) {
          throw tab.fallenSilent(error);
        }
      }
      if (left(end) <= 0) {
        throw new BrowserException(
            Kind.PAGE,
            "The page was left again and again and never stood still"
                + (last == null ? "." : ": " + last));
      }
      breathe();
    }
  }

  private JsonNode execute(String script, List<?> arguments, Duration limit) {
    return tab.post(
        "/execute/async",
        Map.of("script", script, "args", arguments),
        limit.plus(Tab.MARGIN).plus(Tab.MARGIN));
  }

  /** The driver ends scripts of a page that is left at once, with the words of a real time-out. */
  private static boolean isLeftPage(WireError error) {
    return error.is(
            "script timeout", "javascript error", "stale element reference", "no such frame")
        || error.getMessage().contains("does not belong to the document")
        || error.getMessage().contains("navigated");
  }

  private void setScriptLimit(long limitMillis) {
    long needed = limitMillis + Tab.MARGIN.toMillis();
    if (scriptLimit != needed) {
      tab.post("/timeouts", Map.of("script", needed));
      scriptLimit = needed;
    }
  }

  private static void breathe() {
    try {
      Thread.sleep(BREATH_MILLIS);
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      throw new BrowserException(Kind.LOST, "Waiting was broken off.", interrupted);
    }
  }

  private static long left(long end) {
    return (end - System.nanoTime()) / 1_000_000;
  }

  static String seconds(Duration limit) {
    String seconds = String.valueOf(limit.toMillis() / 1000.0);
    return (seconds.endsWith(".0") ? seconds.substring(0, seconds.length() - 2) : seconds) + " s";
  }
}
