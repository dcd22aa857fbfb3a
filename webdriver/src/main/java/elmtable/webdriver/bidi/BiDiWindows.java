package elmtable.webdriver.bidi;

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
import java.util.Objects;

/** The windows of one case and the frames in them, over BiDi. */
final class BiDiWindows implements Windows {
  /** Titles change without anybody telling, so they are looked at again after this time. */
  private static final Duration LOOK_AGAIN = Duration.ofMillis(50);

  private final BiDiTab tab;
  private final BiDiWaiting waiting;
  private final BiDiScripts scripts;

  BiDiWindows(BiDiTab tab, BiDiWaiting waiting) {
    this.tab = tab;
    this.waiting = waiting;
    this.scripts = new BiDiScripts(tab);
  }

  @Override
  public void use(String titleOrNumber, Duration limit) {
    boolean byNumber = titleOrNumber.matches("[1-9]\\d{0,2}");
    long end = System.nanoTime() + limit.toNanos();
    while (true) {
      List<String> windows = tab.events().windows();
      List<String> titles =
          byNumber
              ? Collections.nCopies(windows.size(), "")
              : windows.stream().map(this::title).toList();
      int at = byNumber ? Integer.parseInt(titleOrNumber) - 1 : titles.indexOf(titleOrNumber);
      if (at >= 0 && at < windows.size()) {
        tab.switchTo(windows.get(at));
        tab.command("browsingContext.activate", Map.of("context", windows.get(at)));
        return;
      }
      if (System.nanoTime() >= end) {
        throw PageAnswer.noWindow(titleOrNumber, titles, limit);
      }
      awaitChange(windows);
    }
  }

  /** A window's title; none where a dialog is open in it, or where it was just closed. */
  private String title(String window) {
    if (tab.events().prompt(window).isPresent()) {
      return "";
    }
    try {
      return Objects.toString(scripts.call("() => document.title", window), "");
    } catch (BrowserException closedMeanwhile) {
      if (closedMeanwhile.kind() != Kind.PAGE) {
        throw closedMeanwhile;
      }
      return "";
    }
  }

  private void awaitChange(List<String> windows) {
    try {
      tab.events().awaitWindows(windows, LOOK_AGAIN);
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      throw new BrowserException(Kind.LOST, "Waiting was broken off.", interrupted);
    }
  }

  @Override
  public int count() {
    return tab.events().windows().size();
  }

  @Override
  public void close() {
    List<String> windows = tab.events().windows();
    String closing = tab.window();
    List<String> others = new ArrayList<>(windows);
    others.remove(closing);
    if (others.isEmpty()) {
      throw new BrowserException(Kind.PAGE, "This is the only window; it stays open.");
    }
    int before = Math.max(0, windows.indexOf(closing) - 1);
    String next = others.get(Math.min(before, others.size() - 1));
    if (windows.contains(closing)) {
      tab.command("browsingContext.close", Map.of("context", closing));
    }
    tab.switchTo(next);
    tab.command("browsingContext.activate", Map.of("context", next));
  }

  @Override
  public void enterFrame(Target frame, Duration limit) {
    waiting.act(
        frame,
        "frame",
        limit,
        found -> tab.enterFrame(frame.name(), found.node().path("value").path("context").asText()));
  }

  @Override
  public void leaveFrame() {
    tab.leaveFrame();
  }

  @Override
  public void resize(int width, int height) {
    tab.resize(width, height);
  }
}
