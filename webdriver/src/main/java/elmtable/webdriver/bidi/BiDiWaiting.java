package elmtable.webdriver.bidi;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
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
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.function.Function;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Waits inside the page, in a realm of our own where nothing is the page's. The question is asked
 * once and answered when the state holds or the limit is reached; it is asked again only where the
 * page was left meanwhile.
 */
final class BiDiWaiting implements PageReader {
  static final String SANDBOX = "elm";

  private static final Logger LOG = LoggerFactory.getLogger(BiDiWaiting.class);
  private static final ObjectMapper JSON = new ObjectMapper();

  /** An answer of the page that comes this late is still its answer. */
  private static final Duration MARGIN = Duration.ofSeconds(1);

  /** A page that is left over and over is given a breath between two looks. */
  private static final Duration BREATH = Duration.ofMillis(10);

  /** How long a frame is looked into for what is to be gone, before the frame itself is. */
  private static final Duration GLANCE = Duration.ofMillis(100);

  private static final EnumSet<Interruption> ALL = EnumSet.allOf(Interruption.class);

  private final BiDiTab tab;

  BiDiWaiting(BiDiTab tab) {
    this.tab = tab;
  }

  /**
   * What the page answered.
   *
   * @param node the remote value of an element or a window, or null
   * @param rest everything else
   */
  record Answer(JsonNode node, JsonNode rest) {
    boolean ok() {
      return rest.path("ok").asBoolean();
    }

    /** The element as the origin of an action or as an argument of a script. */
    Map<String, String> reference() {
      return Map.of("sharedId", node.path("sharedId").asText());
    }

    Map<String, ?> origin() {
      return Map.of("type", "element", "element", reference());
    }
  }

  /**
   * Waits until the element can be acted on, and acts. Where it went stale in between, looks again
   * in what time is left.
   */
  void act(Target target, Map<String, Object> question, Duration limit, Consumer<Answer> action) {
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
      Consumer<Answer> action) {
    long end = System.nanoTime() + inside.toNanos();
    while (true) {
      Answer answer = ask(question, left(end));
      if (!answer.ok()) {
        throw PageAnswer.missed(target, answer.rest(), limit, tab.frames());
      }
      try {
        action.accept(answer);
        return;
      } catch (WebDriverError error) {
        if (!isPassing(error) || left(end).isZero()) {
          throw tab.failure(error);
        }
      }
    }
  }

  void act(Target target, String wanted, Duration limit, Consumer<Answer> action) {
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

  Answer answered(Target target, Map<String, Object> question, Duration limit) {
    Answer answer = inside(target, question, limit, left -> ask(question, left));
    if (!answer.ok()) {
      throw PageAnswer.missed(target, answer.rest(), limit, tab.frames());
    }
    return answer;
  }

  @Override
  public int count(Target target) {
    Map<String, Object> question = Questions.count(target);
    return inside(target, question, tab.left(), left -> ask(question, left))
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
    JsonNode answer = inside(target, question, limit, left -> ask(question, left)).rest();
    return PageAnswer.observation(target, answer, limit, tab.frames());
  }

  /** What lives in a frame is gone with it. */
  private Observation observeGone(Target target, Duration limit) {
    Target outer = target.within().getFirst();
    long end = System.nanoTime() + limit.toNanos();
    while (true) {
      if (ask(Questions.state(outer, new Wanted.Gone()), Duration.ofMillis(1)).ok()) {
        return Observation.held("gone");
      }
      try {
        Map<String, Object> question = Questions.state(target, new Wanted.Gone());
        JsonNode answer = inside(target, question, GLANCE, left -> ask(question, left)).rest();
        if (answer.path("ok").asBoolean() || left(end).isZero()) {
          return PageAnswer.observation(target, answer, limit, tab.frames());
        }
      } catch (BrowserException outerGone) {
        if (outerGone.kind() != Kind.PAGE || left(end).isZero()) {
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
        return work.apply(left(end));
      } catch (BrowserException failed) {
        boolean frameGone = tab.frames().size() > depth && !tab.events().isOpen(tab.context());
        if (!frameGone || left(end).isZero()) {
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
      Answer answer = ask(into, left(end));
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
    JsonNode answer = tab.inWindow(() -> ask(Questions.page(wanted, text), limit)).rest();
    return new Observation(answer.path("ok").asBoolean(), answer.path("found").asText(), "");
  }

  /** Draws a frame round what a locator finds, whatever its state. */
  void outline(Target target) {
    try {
      Map<String, Object> question = Questions.about(target, "outline", "");
      inside(target, question, GLANCE, left -> ask(question, Duration.ofMillis(1)));
    } catch (BrowserException withoutOutline) {
      // A picture without the frame is better than no picture.
      LOG.debug("Nothing could be outlined", withoutOutline);
    }
  }

  /**
   * After an action, waits until what it set off has begun, and a page that it leads to is there.
   */
  void settled() {
    if (tab.hasActed()) {
      ask(Questions.page("settled", ""), tab.left());
    }
  }

  /** Calls a function in our realm of the page; the whole result or exception. */
  JsonNode call(String function, List<?> arguments) {
    tab.requireNoDialog();
    awaitNavigation(tab.left());
    try {
      return tab.send(
          "script.callFunction",
          Map.of(
              "functionDeclaration",
              function,
              "awaitPromise",
              true,
              "target",
              Map.of("context", tab.context(), "sandbox", SANDBOX),
              "arguments",
              arguments));
    } catch (WebDriverError error) {
      throw tab.failure(error);
    }
  }

  private Answer ask(Map<String, Object> question, Duration limit) {
    long end = System.nanoTime() + limit.toNanos();
    int left = 0;
    while (true) {
      tab.requireNoDialog();
      awaitNavigation(left(end));
      question.put("limit", Math.max(1, left(end).toMillis()));
      question.put("afterAction", tab.hasActed());
      Answer answer = call(question, left(end));
      // After an action that leads to another page, what the old one answers does not count.
      boolean passing =
          answer == null || tab.hasActed() && tab.events().isNavigating(tab.context());
      if (answer != null && (!passing || left(end).isZero())) {
        tab.lookedAt();
        return answer;
      }
      if (left(end).isZero() && ++left > 1) {
        throw new BrowserException(
            Kind.PAGE, "The page was left again and again and never stood still.");
      }
    }
  }

  /** Null where the page was left meanwhile. */
  private Answer call(Map<String, Object> question, Duration limit) {
    try {
      BiDiTab.Reply reply =
          tab.send(
              "script.callFunction",
              Map.of(
                  "functionDeclaration",
                  PageScripts.ASK,
                  "awaitPromise",
                  true,
                  "target",
                  Map.of("context", tab.context(), "sandbox", SANDBOX),
                  "arguments",
                  List.of(Map.of("type", "string", "value", JSON.writeValueAsString(question)))),
              limit.plus(MARGIN),
              ALL);
      return reply.isInterrupted() ? interrupted(reply.interruption()) : read(reply.answer());
    } catch (WebDriverError error) {
      if (!BiDiTab.isOfLeftPage(error)) {
        throw tab.failure(error);
      }
      breathe();
      return null;
    } catch (JsonProcessingException impossible) {
      throw new IllegalStateException(impossible);
    }
  }

  private Answer interrupted(Interruption interruption) {
    return switch (interruption) {
      case DIALOG -> throw new BrowserException(Kind.PAGE, tab.openDialog());
      case CLOSED -> throw tab.closed();
      case LEFT -> null;
    };
  }

  private Answer read(JsonNode answer) throws JsonProcessingException {
    if (answer.path("type").asText().equals("exception")) {
      throw new IllegalStateException(
          "A script of ours failed: " + answer.path("exceptionDetails").path("text").asText());
    }
    JsonNode result = answer.path("result");
    if (!result.path("type").asText().equals("array")) {
      install();
      return null;
    }
    JsonNode parts = result.path("value");
    return new Answer(parts.path(0), JSON.readTree(parts.path(1).path("value").asText()));
  }

  /** A document that was there before the program was told to install our script in each. */
  private void install() {
    tab.send(
        "script.callFunction",
        Map.of(
            "functionDeclaration",
            PageScripts.INSTALL,
            "awaitPromise",
            false,
            "target",
            Map.of("context", tab.context(), "sandbox", SANDBOX)),
        tab.left(),
        ALL);
  }

  private void awaitNavigation(Duration limit) {
    try {
      tab.events().awaitNavigation(tab.context(), limit);
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      throw new BrowserException(Kind.LOST, "Waiting was broken off.", interrupted);
    }
  }

  private static void breathe() {
    try {
      Thread.sleep(BREATH);
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      throw new BrowserException(Kind.LOST, "Waiting was broken off.", interrupted);
    }
  }

  private static Duration left(long end) {
    return Duration.ofNanos(Math.max(0, end - System.nanoTime()));
  }
}
