package elmtable.webdriver.bidi;

import elmtable.browser.BrowserException;
import elmtable.browser.Chord;
import elmtable.browser.Fields;
import elmtable.browser.Keyboard;
import elmtable.browser.Pointer;
import elmtable.browser.Target;
import elmtable.browser.Wanted;
import elmtable.webdriver.bidi.events.Interruption;
import elmtable.webdriver.page.InputActions;
import elmtable.webdriver.page.PageAnswer;
import elmtable.webdriver.page.PageScripts;
import elmtable.webdriver.page.Questions;
import elmtable.webdriver.wire.WebDriverError;
import java.nio.file.Path;
import java.time.Duration;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Function;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Pointer, keyboard and fields, over BiDi: one look at the page, then the action. */
final class BiDiInput implements Pointer, Keyboard, Fields {
  private static final Logger LOG = LoggerFactory.getLogger(BiDiInput.class);

  /** Longer texts are put in at once, as pasting does; by keys each character costs a few ms. */
  private static final int MOST_KEYS = 200;

  /** A page may need a moment to show that a box was ticked. */
  private static final Duration TICKED = Duration.ofMillis(500);

  private final BiDiTab tab;
  private final BiDiWaiting waiting;

  BiDiInput(BiDiTab tab, BiDiWaiting waiting) {
    this.tab = tab;
    this.waiting = waiting;
  }

  private void point(
      Target target,
      String wanted,
      Duration limit,
      Function<Map<String, ?>, Map<String, Object>> action) {
    waiting.act(target, wanted, limit, found -> tab.perform(action.apply(found.origin())));
  }

  @Override
  public void press(Target target, Duration limit) {
    point(target, "press", limit, InputActions::press);
  }

  @Override
  public void pressTwice(Target target, Duration limit) {
    waiting.act(target, "press", limit, this::pressTwice);
  }

  private void pressTwice(PageAsker.Answer found) {
    listenForPair(found, false);
    tab.perform(InputActions.pressTwice(found.origin()));
    try {
      if (tab.dialog().isEmpty() && tab.events().isOpen(tab.context())) {
        listenForPair(found, true);
      }
    } catch (WebDriverError gone) {
      // The presses led away from the element, so that nobody is left to be told of a pair.
      LOG.debug("The element is gone after two presses", gone);
    }
  }

  private void listenForPair(PageAsker.Answer element, boolean after) {
    tab.send(
        "script.callFunction",
        Map.of(
            "functionDeclaration",
            PageScripts.TWICE,
            "awaitPromise",
            true,
            "target",
            Map.of("context", tab.context(), "sandbox", PageAsker.SANDBOX),
            "arguments",
            List.of(element.reference(), Map.of("type", "boolean", "value", after))),
        tab.left(),
        EnumSet.allOf(Interruption.class));
  }

  @Override
  public void pressWithOtherButton(Target target, Duration limit) {
    point(target, "press", limit, InputActions::pressWithOtherButton);
  }

  @Override
  public void hover(Target target, Duration limit) {
    point(target, "hover", limit, InputActions::moveTo);
  }

  /** The place to drag to is found first, as an element keeps its reference wherever one looks. */
  @Override
  public void drag(Target target, Target onto, Duration limit) {
    if (!target.within().equals(onto.within())) {
      throw new BrowserException(
          BrowserException.Kind.PAGE,
          "“" + target.name() + "” and “" + onto.name() + "” do not live in the same frame.");
    }
    AtomicReference<PageAsker.Answer> to = new AtomicReference<>();
    waiting.act(onto, "hover", limit, to::set);
    waiting.act(target, "hover", limit, from -> drag(from, to.get()));
  }

  private void drag(PageAsker.Answer from, PageAsker.Answer to) {
    if (tab.program().kind() == BrowserProgram.Kind.FIREFOX
        && from.rest().path("draggable").asBoolean()) {
      // Its pointer actions begin no dragging as HTML has it, so the page is told of one.
      waiting.call(PageScripts.DRAG, List.of(from.reference(), to.reference()));
      tab.acted();
    } else {
      tab.perform(InputActions.drag(from.origin(), to.origin()));
    }
  }

  @Override
  public void scrollTo(Target target, Duration limit) {
    waiting.read(target, "scroll", "", limit);
  }

  @Override
  public void press(List<Chord> chords, Optional<Target> target, Duration limit) {
    Map<String, Object> keys = InputActions.keys(chords);
    if (target.isPresent()) {
      waiting.act(target.get(), "focus", limit, found -> tab.perform(keys));
      return;
    }
    try {
      waiting.settled();
      tab.perform(keys);
    } catch (WebDriverError error) {
      throw tab.failure(error);
    }
  }

  @Override
  public void enter(Target target, String text, Duration limit) {
    edit(target, text, false, limit);
  }

  @Override
  public void addText(Target target, String text, Duration limit) {
    edit(target, text, true, limit);
  }

  @Override
  public void clear(Target target, Duration limit) {
    edit(target, "", false, limit);
  }

  private void edit(Target target, String text, boolean append, Duration limit) {
    boolean insert = text.length() > MOST_KEYS;
    waiting.act(
        target,
        Questions.edit(target, text, append, insert),
        limit,
        found -> {
          if (found.rest().path("set").asBoolean()) {
            tab.acted();
          } else if (!text.isEmpty()) {
            tab.perform(InputActions.type(text));
          } else if (!append && !found.rest().path("empty").asBoolean()) {
            tab.perform(InputActions.backspace());
          }
        });
  }

  @Override
  public void choose(Target target, String option, Duration limit) {
    waiting.read(target, "choose", option, limit);
    tab.acted();
  }

  @Override
  public void chooseSeveral(Target target, List<String> options, Duration limit) {
    waiting.answered(target, Questions.chooseSeveral(target, options), limit);
    tab.acted();
  }

  @Override
  public void attach(Target target, Path file, Duration limit) {
    if (tab.program().isRemote()) {
      waiting.answered(target, Questions.putFile(target, file), limit);
    } else {
      waiting.act(target, "attach", limit, found -> setFile(found, file));
    }
    tab.acted();
  }

  private void setFile(PageAsker.Answer field, Path file) {
    tab.send(
        "input.setFiles",
        Map.of(
            "context",
            tab.context(),
            "element",
            field.reference(),
            "files",
            List.of(file.toString())));
  }

  @Override
  public void tick(Target target, boolean ticked, Duration limit) {
    AtomicBoolean pressed = new AtomicBoolean();
    waiting.act(
        target,
        "press",
        limit,
        found -> {
          if (found.rest().path("ticked").asBoolean() != ticked) {
            tab.perform(InputActions.press(found.origin()));
            pressed.set(true);
          }
        });
    if (pressed.get() && !waiting.observe(target, new Wanted.Ticked(ticked), TICKED).holds()) {
      throw PageAnswer.notTicked(target, ticked);
    }
  }
}
