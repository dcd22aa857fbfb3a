package elmtable.run;

import elmtable.browser.Browser;
import elmtable.browser.BrowserException;
import elmtable.browser.Chord;
import elmtable.browser.Credentials;
import elmtable.browser.Dialogs;
import elmtable.browser.Downloads;
import elmtable.browser.Elements;
import elmtable.browser.Fields;
import elmtable.browser.Keyboard;
import elmtable.browser.Network;
import elmtable.browser.Observation;
import elmtable.browser.Pages;
import elmtable.browser.Pictures;
import elmtable.browser.Pointer;
import elmtable.browser.Scripts;
import elmtable.browser.State;
import elmtable.browser.Storage;
import elmtable.browser.Survey;
import elmtable.browser.Target;
import elmtable.browser.Wanted;
import elmtable.browser.Windows;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** One of {@link FakeBrowsers}. */
final class FakeBrowser
    implements Browser, Pages, Pointer, Keyboard, Fields, Elements, Network, Scripts, Pictures {
  private final FakeBrowsers all;
  private final FakeStorage storage = new FakeStorage();
  private String address = "about:blank";

  FakeBrowser(FakeBrowsers all) {
    this.all = all;
  }

  @Override
  public Pages pages() {
    return this;
  }

  @Override
  public Pointer pointer() {
    return this;
  }

  @Override
  public Keyboard keyboard() {
    return this;
  }

  @Override
  public Fields fields() {
    return this;
  }

  @Override
  public Elements elements() {
    return this;
  }

  @Override
  public Dialogs dialogs() {
    return new FakeDialogs(this::act);
  }

  @Override
  public Network network() {
    return this;
  }

  @Override
  public Downloads downloads() {
    return new FakeDownloads();
  }

  @Override
  public Storage storage() {
    return storage;
  }

  @Override
  public State state() {
    return storage;
  }

  @Override
  public Scripts scripts() {
    return this;
  }

  @Override
  public Pictures pictures() {
    return this;
  }

  @Override
  public Windows windows() {
    return new FakeWindows(this::act);
  }

  @Override
  public Survey survey() {
    throw new UnsupportedOperationException();
  }

  @Override
  public void within(Duration limit) {}

  @Override
  public boolean isUsable() {
    return !all.closed;
  }

  private void act(String what) {
    if (all.closed) {
      throw new BrowserException(BrowserException.Kind.LOST, "closed");
    }
    all.done.add(what);
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
    if (all.dyingPresses.getAndUpdate(n -> Math.max(0, n - 1)) > 0) {
      throw new BrowserException(BrowserException.Kind.LOST, "The browser is gone.");
    }
    if (all.missing != null) {
      throw BrowserException.page("It is missing.", target.locator().toString(), all.missing);
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
  public void pressTwice(Target target, Duration limit) {
    act("press twice " + target.locator());
  }

  @Override
  public void pressWithOtherButton(Target target, Duration limit) {
    act("press with other button " + target.locator());
  }

  @Override
  public void hover(Target target, Duration limit) {
    act("hover " + target.locator());
  }

  @Override
  public void drag(Target target, Target onto, Duration limit) {
    act("drag " + target.locator() + " onto " + onto.locator());
  }

  @Override
  public void scrollTo(Target target, Duration limit) {
    act("scroll to " + target.locator());
  }

  @Override
  public void press(List<Chord> chords, Optional<Target> target, Duration limit) {
    act("keys " + chords.stream().map(Chord::keys).toList() + target.map(Target::name).orElse(""));
  }

  @Override
  public void addText(Target target, String text, Duration limit) {
    act("add " + text);
  }

  @Override
  public void chooseSeveral(Target target, List<String> options, Duration limit) {
    act("choose " + options);
  }

  @Override
  public void attach(Target target, Path file, Duration limit) {
    try {
      act("attach " + file.getFileName() + " " + Files.readString(file));
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
  }

  @Override
  public String attribute(Target target, String attribute, Duration limit) {
    return attribute;
  }

  @Override
  public int count(Target target) {
    return 3;
  }

  @Override
  public List<List<String>> table(Target target, Duration limit) {
    return List.of(List.of("name", "", "name"), List.of("Olga", "7"), List.of("Wren", "8", "x"));
  }

  @Override
  public List<String> texts(Target target, Duration limit) {
    return List.of("Olga", "Wren");
  }

  @Override
  public Object run(String script) {
    return Map.of("a", List.of(1, true));
  }

  @Override
  public List<String> consoleErrors() {
    return List.of("a is not defined");
  }

  @Override
  public List<String> awaitQuiet(Duration limit) {
    return List.of();
  }

  @Override
  public void authenticate(Optional<Credentials> credentials) {
    act("authenticate as " + credentials.map(Credentials::user).orElse("nobody"));
  }

  @Override
  public Observation await(Target target, Wanted wanted, Duration limit) {
    String shown = all.shows == null ? target.locator().value() : all.shows;
    boolean holds = !(wanted instanceof Wanted.Text text) || text.text().equals(shown);
    return new Observation(holds, shown, "");
  }

  @Override
  public Observation awaitAddress(String wanted, Duration limit) {
    return new Observation(wanted.equals(address), address, "");
  }

  @Override
  public Observation awaitAddressStart(String start, Duration limit) {
    return new Observation(address.startsWith(start), address, "");
  }

  @Override
  public Observation awaitTitle(String title, Duration limit) {
    return Observation.held(title);
  }

  @Override
  public Optional<byte[]> take(Collection<String> secrets) {
    return Optional.of(new byte[] {1, 2, 3});
  }

  @Override
  public Optional<byte[]> glance(Collection<String> secrets) {
    return Optional.of(String.join(" ", secrets).getBytes(StandardCharsets.UTF_8));
  }

  @Override
  public void outline(Target target) {
    all.done.add("outline " + target.name());
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
    all.changeOpen(-1);
  }
}
