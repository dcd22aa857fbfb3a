package elmtable.webdriver.classic;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.BrowserException;
import elmtable.browser.BrowserException.Kind;
import elmtable.browser.Observation;
import elmtable.browser.Target;
import elmtable.browser.Wanted;
import elmtable.webdriver.page.PageAnswer;
import elmtable.webdriver.page.PageReader;
import elmtable.webdriver.page.PageScripts;
import elmtable.webdriver.page.Questions;
import elmtable.webdriver.wire.WebDriverError;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import java.util.function.LongFunction;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Waits inside the page. The question is asked once and answered when the state holds or the limit
 * is reached; it is asked again only where the page was left meanwhile, which ends every script in
 * it.
 */
final class ClassicWaiting implements PageReader {
  private static final String ELEMENT = ClassicTab.ELEMENT;
  // A page that is left over and over, faster than a script can begin, is given a breath between
  // two looks.
  private static final long BREATH_MILLIS = 20;

  private static final Logger LOG = LoggerFactory.getLogger(ClassicWaiting.class);

  private final ClassicTab tab;
  private long scriptLimit = -1;

  ClassicWaiting(ClassicTab tab) {
    this.tab = tab;
  }

  /**
   * Waits until the element can be acted on, and acts. Where it went stale in between, looks again
   * in what time is left.
   *
   * @param action is given the protocol's element and the whole answer
   */
  void act(
      Target target,
      Map<String, Object> question,
      Duration limit,
      BiConsumer<String, JsonNode> action) {
    inside(
        target,
        question,
        limit,
        left -> {
          actHere(target, question, limit, left, action);
          return null;
        });
  }

  private void actHere(
      Target target,
      Map<String, Object> question,
      Duration limit,
      long millis,
      BiConsumer<String, JsonNode> action) {
    long end = System.nanoTime() + millis * 1_000_000;
    while (true) {
      JsonNode answer = ask(question, Math.max(1, left(end)));
      if (!answer.path("ok").asBoolean()) {
        throw PageAnswer.missed(target, answer, limit, tab.frames());
      }
      try {
        action.accept(answer.path("element").path(ELEMENT).asText(), answer);
        return;
      } catch (WebDriverError error) {
        if (!isPassing(error) || left(end) <= 0) {
          throw tab.failure(error);
        }
      }
    }
  }

  void act(Target target, String wanted, Duration limit, Consumer<String> action) {
    act(
        target,
        Questions.about(target, wanted, ""),
        limit,
        (element, answer) -> action.accept(element));
  }

  /** Errors that another look at the page may cure. */
  private static boolean isPassing(WebDriverError error) {
    return error.is(
            "stale element reference",
            "element click intercepted",
            "element not interactable",
            "no such element")
        || error.getMessage().contains("does not belong to the document");
  }

  @Override
  public JsonNode read(Target target, String wanted, String text, Duration limit) {
    return answered(target, Questions.about(target, wanted, text), limit);
  }

  JsonNode answered(Target target, Map<String, Object> question, Duration limit) {
    JsonNode answer = inside(target, question, limit, left -> ask(question, left));
    if (!answer.path("ok").asBoolean()) {
      throw PageAnswer.missed(target, answer, limit, tab.frames());
    }
    return answer;
  }

  @Override
  public int count(Target target) {
    Map<String, Object> question = Questions.count(target);
    return inside(target, question, tab.left(), left -> ask(question, left)).path("found").asInt();
  }

  @Override
  public Observation observe(Target target, Wanted wanted, Duration limit) {
    Map<String, Object> question = Questions.state(target, wanted);
    JsonNode answer = inside(target, question, limit, left -> ask(question, left));
    return PageAnswer.observation(target, answer, limit, tab.frames());
  }

  Observation observePage(String wanted, String text, Duration limit) {
    JsonNode answer = ask(Questions.page(wanted, text), limit.toMillis());
    return new Observation(answer.path("ok").asBoolean(), answer.path("found").asText(), "");
  }

  /** Does something in the frames and shadow roots that an element lives in. */
  private <T> T inside(
      Target target, Map<String, Object> question, Duration limit, LongFunction<T> work) {
    long end = System.nanoTime() + limit.toNanos();
    int depth = tab.frames().size();
    try {
      goInto(target, question, limit, end);
      return work.apply(Math.max(1, left(end)));
    } finally {
      while (tab.frames().size() > depth) {
        tab.command("/frame/parent", Map.of());
        tab.leaveFrame();
      }
    }
  }

  private void goInto(Target target, Map<String, Object> question, Duration limit, long end) {
    List<Target> hosts = new ArrayList<>();
    for (Target surrounding : target.within()) {
      Map<String, Object> into = Questions.within(surrounding);
      into.put("byElement", true);
      Questions.insideOf(hosts, into);
      JsonNode answer = ask(into, Math.max(1, left(end)));
      if (!answer.path("ok").asBoolean()) {
        throw PageAnswer.missed(surrounding, answer, limit, tab.frames());
      }
      if (answer.path("host").asBoolean()) {
        hosts.add(surrounding);
      } else {
        String frame = answer.path("element").path(ELEMENT).asText();
        tab.command("/frame", Map.of("id", Map.of(ELEMENT, frame)));
        tab.enterFrame(surrounding.name());
        hosts.clear();
      }
    }
    Questions.insideOf(hosts, question);
  }

  /** Waits until a dialog opens or the limit is reached. */
  void forDialog(Duration limit) {
    long end = System.nanoTime() + limit.toNanos();
    while (left(end) > 0) {
      try {
        setScriptLimit(limit.toMillis());
        execute(PageScripts.UNTIL_DIALOG, List.of(left(end)), limit);
        return;
      } catch (WebDriverError error) {
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
    try {
      ask(Questions.about(target, "outline", ""), 1);
    } catch (WebDriverError | BrowserException withoutOutline) {
      // A picture without the frame is better than no picture.
      LOG.debug("Nothing could be outlined", withoutOutline);
    }
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
        JsonNode answer =
            execute(PageScripts.CLASSIC_WAIT, List.of(question), Duration.ofMillis(left));
        if (answer.path("answered").asBoolean()) {
          return answer;
        }
        if (tab.dialog().isPresent()) {
          throw new BrowserException(Kind.PAGE, tab.openDialog());
        }
        last = answer;
      } catch (WebDriverError error) {
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
        limit.plus(ClassicTab.MARGIN).plus(ClassicTab.MARGIN));
  }

  /** The driver ends scripts of a page that is left at once, with the words of a real time-out. */
  private static boolean isLeftPage(WebDriverError error) {
    return error.is(
            "script timeout", "javascript error", "stale element reference", "no such frame")
        || error.getMessage().contains("does not belong to the document")
        || error.getMessage().contains("navigated");
  }

  private void setScriptLimit(long limitMillis) {
    long needed = limitMillis + ClassicTab.MARGIN.toMillis();
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
}
