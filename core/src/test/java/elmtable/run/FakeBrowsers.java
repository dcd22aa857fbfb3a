package elmtable.run;

import elmtable.browser.Browser;
import elmtable.browser.BrowserFailure;
import elmtable.browser.Target;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * Browsers without pages: every element shows its locator's value, and what is done is written
 * down.
 */
final class FakeBrowsers implements Browser.Launcher {
  final List<String> done = new CopyOnWriteArrayList<>();
  final AtomicInteger opened = new AtomicInteger();
  final AtomicInteger open = new AtomicInteger();
  final AtomicInteger dyingPresses = new AtomicInteger();
  volatile String missing;
  private volatile boolean closed;

  @Override
  public Browser.Lane lane(Browser.Setup setup) {
    return new Browser.Lane() {
      @Override
      public Browser open() {
        opened.incrementAndGet();
        open.incrementAndGet();
        return new Fake();
      }

      @Override
      public void close() {
        // Nothing is held.
      }
    };
  }

  @Override
  public void close() {
    closed = true;
  }

  private final class Fake implements Browser {
    private String address = "about:blank";

    private void act(String what) {
      if (closed) {
        throw new BrowserFailure(BrowserFailure.Kind.LOST, "closed");
      }
      done.add(what);
    }

    @Override
    public void goTo(String to) {
      act("go to " + to);
      address = to;
    }

    @Override
    public void reload() {
      act("reload");
    }

    @Override
    public void goBack() {
      act("back");
    }

    @Override
    public void goForward() {
      act("forward");
    }

    @Override
    public String address() {
      return address;
    }

    @Override
    public String title() {
      return "title";
    }

    @Override
    public void press(Target target, Duration limit) {
      if (dyingPresses.getAndUpdate(n -> Math.max(0, n - 1)) > 0) {
        throw new BrowserFailure(BrowserFailure.Kind.LOST, "The browser is gone.");
      }
      if (missing != null) {
        throw BrowserFailure.page("It is missing.", target.locator().toString(), missing);
      }
      act("press " + target.locator());
    }

    @Override
    public void enter(Target target, String text, Duration limit) {
      act("enter " + target.locator() + " " + text);
    }

    @Override
    public void clear(Target target, Duration limit) {
      act("clear " + target.locator());
    }

    @Override
    public void choose(Target target, String option, Duration limit) {
      act("choose " + target.locator() + " " + option);
    }

    @Override
    public void tick(Target target, boolean ticked, Duration limit) {
      act("tick " + target.locator() + " " + ticked);
    }

    @Override
    public String text(Target target, Duration limit) {
      return target.locator().value();
    }

    @Override
    public String value(Target target, Duration limit) {
      return target.locator().value();
    }

    @Override
    public Observation await(Target target, Wanted wanted, Duration limit) {
      String shown = target.locator().value();
      boolean holds = !(wanted instanceof Wanted.Text text) || text.text().equals(shown);
      return new Observation(holds, shown, "");
    }

    @Override
    public Observation awaitAddress(String wanted, Duration limit) {
      return new Observation(wanted.equals(address), address, "");
    }

    @Override
    public Observation awaitTitle(String title, Duration limit) {
      return Observation.held(title);
    }

    @Override
    public String closeDialog(boolean accept, Duration limit) {
      return "dialog";
    }

    @Override
    public Optional<String> dialog() {
      return Optional.empty();
    }

    @Override
    public Optional<byte[]> picture() {
      return Optional.of(new byte[] {1, 2, 3});
    }

    @Override
    public void outline(Target target) {
      done.add("outline " + target.name());
    }

    @Override
    public String source() {
      return "<html>";
    }

    @Override
    public String description() {
      return "fake 1";
    }

    @Override
    public void close() {
      open.decrementAndGet();
    }
  }
}
