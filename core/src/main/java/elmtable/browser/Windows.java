package elmtable.browser;

import java.time.Duration;

/** Windows, and the frames in them. */
public interface Windows {
  /**
   * Goes to a window by its title or, counted from 1 in the order of opening, its number. Waits
   * until there is one.
   */
  void use(String titleOrNumber, Duration limit);

  /** How many there are. */
  int count();

  /** Closes the window and goes to the one opened last before it; the last one stays. */
  void close();

  /** What follows is looked for inside a frame. Waits until it is there. */
  void enterFrame(Target frame, Duration limit);

  /** Back to what the frame stands in. */
  void leaveFrame();

  /** Makes the page's area so large, in CSS pixels. */
  void resize(int width, int height);
}
