package elmtable.webdriver.bidi;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.BrowserException;
import elmtable.browser.BrowserException.Kind;
import elmtable.browser.Observation;
import elmtable.browser.Target;
import elmtable.browser.Wanted;
import elmtable.webdriver.page.PageAnswer;
import elmtable.webdriver.page.PageReader;
import elmtable.webdriver.page.Questions;
import elmtable.webdriver.wire.WebDriverError;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.function.Function;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * What steps ask of elements: to be acted on, read, waited for; in frames and shadow roots, too.
 */
final class BiDiWaiting implements PageReader {
  private static final Logger LOG = LoggerFactory.getLogger(BiDiWaiting.class);

  /** How long a frame is looked into for what is to be gone, before the frame itself is. */
  private static final Duration GLANCE = Duration.ofMillis(100);

  private final BiDiTab tab;
  private final PageAsker page;

  BiDiWaiting(BiDiTab tab) {
    this.tab = tab;
    this.page = new PageAsker(tab);
  }

  /**
   * Waits until the element can be acted on, and acts. Where it went stale in between, looks again
   * in what time is left.
   */
  void act(
      Target target,
      Map<String, Object> question,
      Duration limit,
      Consumer<PageAsker.Answer> action) {
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
      Duration inside,
      Consumer<PageAsker.Answer> action) {
    long end = System.nanoTime() + inside.toNanos();
    while (true) {
      PageAsker.Answer answer = page.ask(question, PageAsker.left(end));
      if (!answer.ok()) {
        throw PageAnswer.missed(target, answer.rest(), limit, tab.frames());
      }
      try {
        action.accept(answer);
        return;
      } catch (WebDriverError error) {
        if (!isPassing(error) || PageAsker.left(end).isZero()) {
          throw tab.failure(error);
        }
      }
    }
  }

  void act(Target target, String wanted, Duration limit, Consumer<PageAsker.Answer> action) {
    act(target, Questions.about(target, wanted, ""), limit, action);
  }

  /** Errors that another look at the page may cure. */
  private static boolean isPassing(WebDriverError error) {
    return error.is("no such node", "no such element", "stale element reference", "no such handle")
        || error.is("move target out of bounds");
  }

  @Override
  public JsonNode read(Target target, String wanted, String text, Duration limit) {
    return answered(target, Questions.about(target, wanted, text), limit).rest();
  }

  PageAsker.Answer answered(Target target, Map<String, Object> question, Duration limit) {
    PageAsker.Answer answer = inside(target, question, limit, left -> page.ask(question, left));
    if (!answer.ok()) {
      throw PageAnswer.missed(target, answer.rest(), limit, tab.frames());
    }
    return answer;
  }

  @Override
  public int count(Target target) {
    Map<String, Object> question = Questions.count(target);
    return inside(target, question, tab.left(), left -> page.ask(question, left))
        .rest()
        .path("found")
        .asInt();
  }

  @Override
  public Observation observe(Target target, Wanted wanted, Duration limit) {
    Map<String, Object> question = Questions.state(target, wanted);
    if (!target.within().isEmpty() && wanted instanceof Wanted.Gone) {
      return observeGone(target, limit);
    }
    JsonNode answer = inside(target, question, limit, left -> page.ask(question, left)).rest();
    return PageAnswer.observation(target, answer, limit, tab.frames());
  }

  /** What lives in a frame is gone with it. */
  private Observation observeGone(Target target, Duration limit) {
    Target outer = target.within().getFirst();
    long end = System.nanoTime() + limit.toNanos();
    while (true) {
      if (page.ask(Questions.state(outer, new Wanted.Gone()), Duration.ofMillis(1)).ok()) {
        return Observation.held("gone");
      }
      try {
        Map<String, Object> question = Questions.state(target, new Wanted.Gone());
        JsonNode answer = inside(target, question, GLANCE, left -> page.ask(question, left)).rest();
        if (answer.path("ok").asBoolean() || PageAsker.left(end).isZero()) {
          return PageAnswer.observation(target, answer, limit, tab.frames());
        }
      } catch (BrowserException outerGone) {
        if (outerGone.kind() != Kind.PAGE || PageAsker.left(end).isZero()) {
          throw outerGone;
        }
      }
    }
  }

  /**
   * Does something in the frames and shadow roots that an element lives in. Where a frame goes
   * meanwhile, it is gone into again.
   *
   * @param question is told of the shadow hosts
   */
  private <T> T inside(
      Target target, Map<String, Object> question, Duration limit, Function<Duration, T> work) {
    if (target.within().isEmpty()) {
      return work.apply(limit);
    }
    long end = System.nanoTime() + limit.toNanos();
    int depth = tab.frames().size();
    while (true) {
      try {
        goInto(target, question, limit, end);
        return work.apply(PageAsker.left(end));
      } catch (BrowserException failed) {
        boolean frameGone = tab.frames().size() > depth && !tab.events().isOpen(tab.context());
        if (!frameGone || PageAsker.left(end).isZero()) {
          throw failed;
        }
      } finally {
        tab.leaveFramesTo(depth);
      }
    }
  }

  private void goInto(Target target, Map<String, Object> question, Duration limit, long end) {
    List<Target> hosts = new ArrayList<>();
    for (Target surrounding : target.within()) {
      Map<String, Object> into = Questions.within(surrounding);
      Questions.insideOf(hosts, into);
      PageAsker.Answer answer = page.ask(into, PageAsker.left(end));
      if (!answer.ok()) {
        throw PageAnswer.missed(surrounding, answer.rest(), limit, tab.frames());
      }
      if (answer.rest().path("host").asBoolean()) {
        hosts.add(surrounding);
      } else {
        tab.enterFrame(surrounding.name(), answer.node().path("value").path("context").asText());
        hosts.clear();
      }
    }
    Questions.insideOf(hosts, question);
  }

  Observation observePage(String wanted, String text, Duration limit) {
    JsonNode answer = tab.inWindow(() -> page.ask(Questions.page(wanted, text), limit)).rest();
    return new Observation(answer.path("ok").asBoolean(), answer.path("found").asText(), "");
  }

  /** Draws a frame round what a locator finds, whatever its state. */
  void outline(Target target) {
    try {
      Map<String, Object> question = Questions.about(target, "outline", "");
      inside(target, question, GLANCE, left -> page.ask(question, Duration.ofMillis(1)));
    } catch (BrowserException withoutOutline) {
      // A picture without the frame is better than no picture.
      LOG.debug("Nothing could be outlined", withoutOutline);
    }
  }

  /** Calls a function in our realm of the page; the whole result or exception. */
  JsonNode call(String function, List<?> arguments) {
    return page.call(function, arguments);
  }

  /**
   * After an action, waits until what it set off has begun, and a page that it leads to is there.
   */
  void settled() {
    if (tab.hasActed()) {
      page.ask(Questions.page("settled", ""), tab.left());
    }
  }
}
