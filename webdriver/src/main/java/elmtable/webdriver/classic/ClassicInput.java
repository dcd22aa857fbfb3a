package elmtable.webdriver.classic;

import elmtable.browser.Chord;
import elmtable.browser.Fields;
import elmtable.browser.Keyboard;
import elmtable.browser.Pointer;
import elmtable.browser.Target;
import elmtable.browser.Wanted;
import elmtable.webdriver.page.InputActions;
import elmtable.webdriver.page.PageAnswer;
import elmtable.webdriver.page.PageScripts;
import elmtable.webdriver.page.Questions;
import elmtable.webdriver.wire.WebDriverError;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicReference;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Pointer, keyboard and fields, over the classic protocol. */
final class ClassicInput implements Pointer, Keyboard, Fields {
  private static final Logger LOG = LoggerFactory.getLogger(ClassicInput.class);
  private static final String BACKSPACE = "\uE003";

  private final ClassicTab tab;
  private final ClassicWaiting waiting;
  private final boolean remote;

  ClassicInput(ClassicTab tab, ClassicWaiting waiting, boolean remote) {
    this.remote = remote;
    this.tab = tab;
    this.waiting = waiting;
  }

  @Override
  public void press(Target target, Duration limit) {
    waiting.act(target, "press", limit, this::pressOn);
  }

  private void pressOn(String element) {
    tab.post("/element/" + element + "/click", Map.of());
  }

  /** Types into it, or hands a file to it by its path. */
  private void type(String element, String text) {
    tab.post("/element/" + element + "/value", Map.of("text", text));
  }

  private void perform(Map<String, Object> source) {
    tab.post("/actions", Map.of("actions", List.of(source)));
  }

  private static Map<String, String> origin(String element) {
    return Map.of(ClassicTab.ELEMENT, element);
  }

  @Override
  public void pressTwice(Target target, Duration limit) {
    waiting.act(target, "press", limit, this::pressTwice);
  }

  private void pressTwice(String element) {
    listenForPair(element, false);
    perform(InputActions.pressTwice(origin(element)));
    try {
      if (tab.dialog().isEmpty()) {
        listenForPair(element, true);
      }
    } catch (WebDriverError gone) {
      // The presses led away from the element, so that nobody is left to be told of a pair.
      LOG.debug("The element is gone after two presses", gone);
    }
  }

  private void listenForPair(String element, boolean after) {
    tab.script("return (" + PageScripts.TWICE + ")(...arguments)", List.of(origin(element), after));
  }

  @Override
  public void pressWithOtherButton(Target target, Duration limit) {
    waiting.act(
        target,
        "press",
        limit,
        element -> perform(InputActions.pressWithOtherButton(origin(element))));
  }

  @Override
  public void hover(Target target, Duration limit) {
    waiting.act(target, "hover", limit, element -> perform(InputActions.moveTo(origin(element))));
  }

  @Override
  public void drag(Target target, Target onto, Duration limit) {
    AtomicReference<String> to = new AtomicReference<>();
    waiting.act(onto, "hover", limit, to::set);
    waiting.act(
        target, "hover", limit, from -> perform(InputActions.drag(origin(from), origin(to.get()))));
  }

  @Override
  public void scrollTo(Target target, Duration limit) {
    waiting.read(target, "scroll", "", limit);
  }

  @Override
  public void press(List<Chord> chords, Optional<Target> target, Duration limit) {
    Map<String, Object> keys = InputActions.keys(chords);
    if (target.isEmpty()) {
      tab.told(() -> perform(keys));
    } else {
      waiting.act(target.get(), "focus", limit, element -> perform(keys));
    }
  }

  @Override
  public void enter(Target target, String text, Duration limit) {
    waiting.act(
        target,
        Questions.edit(target, text, false, false),
        limit,
        (element, answer) -> {
          if (answer.path("set").asBoolean()) {
            return;
          }
          if (!text.isEmpty()) {
            type(element, text);
          } else if (!answer.path("empty").asBoolean()) {
            // The protocol's own clear tells the page of no input; deleting a selection does.
            type(element, BACKSPACE);
          }
        });
  }

  @Override
  public void addText(Target target, String text, Duration limit) {
    waiting.act(
        target,
        Questions.edit(target, text, true, false),
        limit,
        (element, answer) -> type(element, text));
  }

  @Override
  public void clear(Target target, Duration limit) {
    enter(target, "", limit);
  }

  @Override
  public void choose(Target target, String option, Duration limit) {
    waiting.read(target, "choose", option, limit);
  }

  @Override
  public void chooseSeveral(Target target, List<String> options, Duration limit) {
    waiting.answered(target, Questions.chooseSeveral(target, options), limit);
  }

  @Override
  public void attach(Target target, Path file, Duration limit) {
    if (remote) {
      waiting.answered(target, Questions.putFile(target, file), limit);
    } else {
      waiting.act(target, "attach", limit, element -> type(element, file.toString()));
    }
  }

  @Override
  public void tick(Target target, boolean ticked, Duration limit) {
    AtomicBoolean pressed = new AtomicBoolean();
    waiting.act(
        target,
        Questions.about(target, "press", ""),
        limit,
        (element, answer) -> {
          if (answer.path("ticked").asBoolean() != ticked) {
            pressOn(element);
            pressed.set(true);
          }
        });
    if (pressed.get() && !waiting.observe(target, new Wanted.Ticked(ticked), TICKED).holds()) {
      throw PageAnswer.notTicked(target, ticked);
    }
  }

  /** A page may need a moment to show that a box was ticked. */
  private static final Duration TICKED = Duration.ofMillis(300);
}
