package elmtable.webdriver.classic;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.BrowserException;
import elmtable.browser.BrowserException.Kind;
import elmtable.browser.Target;
import elmtable.browser.Windows;
import elmtable.webdriver.page.PageAnswer;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;

/** The windows of one case and the frames in them. */
final class ClassicWindows implements Windows {

  /** Titles change without anybody telling, so they are looked at again after this time. */
  private static final long LOOK_AGAIN_MILLIS = 50;

  private final ClassicTab tab;
  private final ClassicWaiting waiting;

  /** In the order in which they were seen. */
  private final List<String> known = new ArrayList<>();

  ClassicWindows(ClassicTab tab, ClassicWaiting waiting) {
    this.tab = tab;
    this.waiting = waiting;
  }

  @Override
  public void use(String titleOrNumber, Duration limit) {
    tab.told(() -> find(titleOrNumber, limit));
  }

  @Override
  public int count() {
    return all().size();
  }

  @Override
  public void close() {
    tab.told(this::closeThisOne);
  }

  @Override
  public void enterFrame(Target frame, Duration limit) {
    waiting.act(
        frame,
        "there",
        limit,
        element -> tab.post("/frame", Map.of("id", Map.of(ClassicTab.ELEMENT, element))));
    tab.enterFrame(frame.name());
  }

  @Override
  public void leaveFrame() {
    tab.command("/frame/parent", Map.of());
    tab.leaveFrame();
  }

  /** The whole window is sized, so that its page gets the size. */
  @Override
  public void resize(int width, int height) {
    tab.told(() -> resizeWindow(width, height));
  }

  private List<String> all() {
    List<String> open = new ArrayList<>();
    tab.get("/window/handles").forEach(handle -> open.add(handle.asText()));
    open.stream().filter(handle -> !known.contains(handle)).forEach(known::add);
    return known.stream().filter(open::contains).toList();
  }

  private void find(String titleOrNumber, Duration limit) {
    long end = System.nanoTime() + limit.toNanos();
    String first = tab.handle();
    List<String> titles = List.of();
    do {
      List<String> windows = all();
      if (titleOrNumber.matches("[1-9]\\d{0,2}")) {
        int number = Integer.parseInt(titleOrNumber);
        if (number <= windows.size()) {
          tab.switchTo(windows.get(number - 1));
          return;
        }
        titles = Collections.nCopies(windows.size(), "");
      } else {
        titles = new ArrayList<>();
        for (String window : windows) {
          tab.switchTo(window);
          String title = tab.read("/title").asText();
          if (title.equals(titleOrNumber)) {
            return;
          }
          titles.add(title);
        }
      }
      waitABit();
    } while (System.nanoTime() < end);
    tab.switchTo(first);
    throw PageAnswer.noWindow(titleOrNumber, titles, limit);
  }

  private void waitABit() {
    try {
      Thread.sleep(LOOK_AGAIN_MILLIS);
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      throw new BrowserException(Kind.LOST, "Waiting was broken off.", interrupted);
    }
  }

  private void closeThisOne() {
    List<String> windows = all();
    String closing = tab.handle();
    List<String> others = windows.stream().filter(window -> !window.equals(closing)).toList();
    if (others.isEmpty()) {
      throw new BrowserException(Kind.PAGE, "This is the only window; it stays open.");
    }
    int at = Math.max(0, windows.indexOf(closing) - 1);
    tab.delete("/window");
    tab.switchTo(others.get(Math.min(at, others.size() - 1)));
  }

  private void resizeWindow(int width, int height) {
    JsonNode edge =
        tab.script("return [outerWidth - innerWidth, outerHeight - innerHeight];", List.of());
    tab.post(
        "/window/rect",
        Map.of("width", width + edge.path(0).asInt(), "height", height + edge.path(1).asInt()));
  }
}
