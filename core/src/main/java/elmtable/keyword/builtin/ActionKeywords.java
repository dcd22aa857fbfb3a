package elmtable.keyword.builtin;

import elmtable.browser.Chord;
import elmtable.browser.Target;
import elmtable.keyword.Group;
import elmtable.keyword.Keyword;
import elmtable.keyword.Param;
import elmtable.keyword.StepContext;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** Keywords that act on elements; each waits until its element can be acted on. */
@Group("Acting")
public final class ActionKeywords {
  @Keyword(name = "press", note = "Presses a button, link or anything else that can be pressed.")
  public void press(StepContext step, @Param(name = "element") Target element) {
    step.browser().pointer().press(element, step.limit());
  }

  @Keyword(name = "press twice", note = "Presses an element two times, one right after the other.")
  public void pressTwice(StepContext step, @Param(name = "element") Target element) {
    step.browser().pointer().pressTwice(element, step.limit());
  }

  @Keyword(
      name = "press with other button",
      note = "Presses an element with the pointer's other button, which opens its menu.")
  public void pressWithOtherButton(StepContext step, @Param(name = "element") Target element) {
    step.browser().pointer().pressWithOtherButton(element, step.limit());
  }

  @Keyword(
      name = "enter",
      note =
          "Replaces what is in a field. Dates, times and colours are given as the form stores them: 2026-03-09, 14:30.")
  public void enter(
      StepContext step,
      @Param(name = "element") Target element,
      @Param(name = "text") String text) {
    step.browser().fields().enter(element, text, step.limit());
  }

  @Keyword(name = "add text", note = "Types behind what is in a field.")
  public void addText(
      StepContext step,
      @Param(name = "element") Target element,
      @Param(name = "text") String text) {
    step.browser().fields().addText(element, text, step.limit());
  }

  @Keyword(name = "clear", note = "Empties a field.")
  public void clear(StepContext step, @Param(name = "element") Target element) {
    step.browser().fields().clear(element, step.limit());
  }

  @Keyword(name = "choose", note = "Chooses an option of a list by its text, or else by its value.")
  public void choose(
      StepContext step,
      @Param(name = "element") Target element,
      @Param(name = "option") String option) {
    step.browser().fields().choose(element, option, step.limit());
  }

  @Keyword(
      name = "choose several",
      note = "Chooses these options of a list that takes several, and no others.")
  public void chooseSeveral(
      StepContext step,
      @Param(name = "element") Target element,
      @Param(name = "options", note = "divided by commas; empty for none") String options) {
    List<String> all =
        Arrays.stream(options.split(",")).map(String::strip).filter(o -> !o.isEmpty()).toList();
    step.browser().fields().chooseSeveral(element, all, step.limit());
  }

  @Keyword(
      name = "tick",
      note = "Ticks a box or chooses a radio button, where it is not ticked already.")
  public void tick(StepContext step, @Param(name = "element") Target element) {
    step.browser().fields().tick(element, true, step.limit());
  }

  @Keyword(name = "untick", note = "Takes the tick from a box, where it has one.")
  public void untick(StepContext step, @Param(name = "element") Target element) {
    step.browser().fields().tick(element, false, step.limit());
  }

  @Keyword(name = "hover", note = "Moves the pointer onto an element.")
  public void hover(StepContext step, @Param(name = "element") Target element) {
    step.browser().pointer().hover(element, step.limit());
  }

  @Keyword(name = "drag", note = "Drags an element onto another one.")
  public void drag(
      StepContext step,
      @Param(name = "element") Target element,
      @Param(name = "onto") Target onto) {
    step.browser().pointer().drag(element, onto, step.limit());
  }

  @Keyword(
      name = "press keys",
      note =
          "Presses keys on an element, or on what has the focus: Enter, or Control+A Delete one after the other.")
  public void pressKeys(
      StepContext step,
      @Param(
              name = "keys",
              note =
                  "divided by blanks; + between keys pressed together; names as in Tab, ArrowDown")
          String keys,
      @Param(name = "element", optional = true) Target element) {
    List<Chord> chords =
        Arrays.stream(keys.strip().split("\\s+")).map(ActionKeywords::chord).toList();
    step.browser().keyboard().press(chords, Optional.ofNullable(element), step.limit());
  }

  /** A plus sign alone, or behind another, is the key. */
  private static Chord chord(String written) {
    if (written.equals("+")) {
      return new Chord(List.of("+"));
    }
    boolean endsWithPlus = written.endsWith("++");
    String start = endsWithPlus ? written.substring(0, written.length() - 2) : written;
    List<String> keys = new ArrayList<>(Arrays.asList(start.split("\\+")));
    if (endsWithPlus) {
      keys.add("+");
    }
    return new Chord(keys);
  }

  @Keyword(
      name = "attach file",
      note = "Hands a file of the project to a field for files, as choosing it would.")
  public void attachFile(
      StepContext step,
      @Param(name = "element") Target element,
      @Param(name = "file", note = "its path in the project") Path file) {
    step.browser().fields().attach(element, file, step.limit());
  }

  @Keyword(name = "scroll to", note = "Brings an element into view.")
  public void scrollTo(StepContext step, @Param(name = "element") Target element) {
    step.browser().pointer().scrollTo(element, step.limit());
  }
}
