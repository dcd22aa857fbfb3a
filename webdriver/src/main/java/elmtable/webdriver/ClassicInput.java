package elmtable.webdriver;

import elmtable.browser.Chord;
import elmtable.browser.Fields;
import elmtable.browser.Keyboard;
import elmtable.browser.Pointer;
import elmtable.browser.Target;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Optional;

/** Pointer, keyboard and fields, over the classic protocol. */
final class ClassicInput implements Pointer, Keyboard, Fields {
  private final Tab tab;
  private final Waiting waiting;
  private final InputActions mouse;
  private final FieldActions forms;

  ClassicInput(Tab tab, Waiting waiting) {
    this.tab = tab;
    this.waiting = waiting;
    this.mouse = new InputActions(tab);
    this.forms = new FieldActions(tab);
  }

  @Override
  public void press(Target target, Duration limit) {
    waiting.act(target, "press", "", limit, forms::press);
  }

  @Override
  public void pressTwice(Target target, Duration limit) {
    waiting.act(target, "press", "", limit, mouse::pressTwice);
  }

  @Override
  public void pressWithOtherButton(Target target, Duration limit) {
    waiting.act(target, "press", "", limit, mouse::pressWithOtherButton);
  }

  @Override
  public void hover(Target target, Duration limit) {
    waiting.act(target, "hover", "", limit, mouse::moveTo);
  }

  @Override
  public void drag(Target target, Target onto, Duration limit) {
    waiting.act(
        target,
        "hover",
        "",
        limit,
        from -> waiting.act(onto, "hover", "", limit, to -> mouse.drag(from, to)));
  }

  @Override
  public void scrollTo(Target target, Duration limit) {
    waiting.act(
        target, "there", "", limit, element -> tab.scriptOn(element, PageScripts.SCROLL_TO));
  }

  @Override
  public void press(List<Chord> chords, Optional<Target> target, Duration limit) {
    if (target.isEmpty()) {
      tab.told(() -> mouse.keys(chords));
      return;
    }
    waiting.act(
        target.get(),
        "hover",
        "",
        limit,
        element -> {
          tab.scriptOn(element, "arguments[0].focus();");
          mouse.keys(chords);
        });
  }

  @Override
  public void enter(Target target, String text, Duration limit) {
    waiting.act(target, "edit", "", limit, element -> forms.replace(element, text));
  }

  @Override
  public void addText(Target target, String text, Duration limit) {
    waiting.act(target, "edit", "", limit, element -> forms.add(element, text));
  }

  @Override
  public void clear(Target target, Duration limit) {
    waiting.act(target, "edit", "", limit, element -> forms.replace(element, ""));
  }

  @Override
  public void choose(Target target, String option, Duration limit) {
    waiting.act(target, "choose", option, limit, element -> {});
  }

  @Override
  public void chooseSeveral(Target target, List<String> options, Duration limit) {
    waiting.chooseSeveral(target, options, limit);
  }

  @Override
  public void attach(Target target, Path file, Duration limit) {
    waiting.act(target, "attach", "", limit, element -> forms.type(element, file.toString()));
  }

  @Override
  public void tick(Target target, boolean ticked, Duration limit) {
    waiting.act(target, "press", "", limit, element -> forms.tick(element, ticked, target));
  }
}
