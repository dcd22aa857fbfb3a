package elmtable.browser;

import java.time.Duration;

/** Actions of the pointer. */
public interface Pointer {
  /** Moves the pointer onto the element and presses once. */
  void press(Target target, Duration limit);

  /** The same with two presses one after the other. */
  void pressTwice(Target target, Duration limit);

  /** The same with the pointer's other button, which opens menus. */
  void pressWithOtherButton(Target target, Duration limit);

  /** Moves the pointer onto the element. */
  void hover(Target target, Duration limit);

  /** Presses on an element, moves to another one and lets go there. */
  void drag(Target target, Target onto, Duration limit);

  /** Brings the element into view. */
  void scrollTo(Target target, Duration limit);
}
