package elmtable.run;

import elmtable.browser.Target;
import elmtable.browser.Windows;
import java.time.Duration;
import java.util.function.Consumer;

/** A class of its own, as to close a window is not to close the browser. */
record FakeWindows(Consumer<String> act) implements Windows {
  @Override
  public int count() {
    return 1;
  }

  @Override
  public void use(String titleOrNumber, Duration limit) {
    act.accept("use window " + titleOrNumber);
  }

  @Override
  public void enterFrame(Target frame, Duration limit) {
    act.accept("into " + frame.locator());
  }

  @Override
  public void leaveFrame() {
    act.accept("leave frame");
  }

  @Override
  public void resize(int width, int height) {
    act.accept("resize " + width + " " + height);
  }

  @Override
  public void close() {
    act.accept("close window");
  }
}
