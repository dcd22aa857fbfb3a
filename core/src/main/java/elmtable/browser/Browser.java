package elmtable.browser;

import java.time.Duration;
import java.util.List;
import java.util.Optional;

/**
 * One isolated browser as a case uses it. Actions wait by themselves, up to {@code limit}, until
 * their element is found once, shown, enabled, still and not covered, and otherwise throw a {@link
 * BrowserFailure} that says which of these it was not. Not for use by several threads at once, but
 * for {@link #close()}.
 */
public interface Browser extends AutoCloseable {
  void goTo(String address);

  void reload();

  void goBack();

  void goForward();

  String address();

  String title();

  /** Moves the pointer onto the element and presses once. */
  void press(Target target, Duration limit);

  /** Replaces the content of a field. */
  void enter(Target target, String text, Duration limit);

  void clear(Target target, Duration limit);

  /** Chooses the option of a list by its text or else its value. */
  void choose(Target target, String option, Duration limit);

  /** Makes a box or a radio button ticked or not; does nothing where it is that already. */
  void tick(Target target, boolean ticked, Duration limit);

  /** The element's shown text, runs of blanks as one. Waits until it is shown. */
  String text(Target target, Duration limit);

  /** A field's value. Waits until it is there. */
  String value(Target target, Duration limit);

  /**
   * Waits, inside the page, until a state holds.
   *
   * @return what was there at the end; {@link Observation#holds()} tells whether it did in time
   */
  Observation await(Target target, Wanted wanted, Duration limit);

  /** Waits until address or title is as wanted and gives what it was at the end. */
  Observation awaitAddress(String address, Duration limit);

  Observation awaitTitle(String title, Duration limit);

  /** Waits for a dialog, closes it by its OK or Cancel and gives the text it showed. */
  String closeDialog(boolean accept, Duration limit);

  /** The open dialog's text, if there is one. */
  Optional<String> dialog();

  /** The page as a PNG. Nothing while a dialog is open, when no browser can take one. */
  Optional<byte[]> picture();

  /** Draws an outline round what a locator finds, for the picture of a failure; never fails. */
  void outline(Target target);

  String source();

  /** What this browser is, for a report: name and version. */
  String description();

  @Override
  void close();

  /** A state to wait for. */
  sealed interface Wanted {
    /** Shown text equal to this, runs of blanks as one. */
    record Text(String text) implements Wanted {}

    /** Shown, with any other text. */
    record NotText(String text) implements Wanted {}

    record Value(String text) implements Wanted {}

    record Shown() implements Wanted {}

    /** Not there or not shown. */
    record Gone() implements Wanted {}

    /** How many elements there are, shown or not. */
    record Count(int number) implements Wanted {}
  }

  /**
   * What a wait saw.
   *
   * @param holds whether the wanted state came in time
   * @param found what was there at the end, in words or as the text itself
   * @param reason why it does not hold where that is more than another text: not there, hidden,
   *     several
   */
  record Observation(boolean holds, String found, String reason) {
    public static Observation held(String found) {
      return new Observation(true, found, "");
    }
  }

  /** Opens browsers. */
  interface Launcher extends AutoCloseable {
    /** A row of browsers for one worker, which uses them one after another. */
    Lane lane(Setup setup);

    /** Ends every browser it opened and its driver. */
    @Override
    void close();
  }

  /** Opens browsers for one worker. */
  interface Lane extends AutoCloseable {
    /**
     * A fresh browser that shares nothing with any other. May be called while the one before is
     * still in use, and the new one is then used when that one is closed.
     */
    Browser open();

    @Override
    void close();
  }

  /**
   * How a browser is to be opened.
   *
   * @param kind such as {@code chrome}
   * @param language for Accept-Language, or empty
   * @param arguments for its command line
   */
  record Setup(
      String kind,
      int width,
      int height,
      boolean headless,
      String language,
      List<String> arguments) {
    public Setup {
      arguments = List.copyOf(arguments);
    }

    public static Setup usual() {
      return new Setup("chrome", 1280, 800, true, "", List.of());
    }
  }
}
