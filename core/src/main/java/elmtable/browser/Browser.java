package elmtable.browser;

import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Optional;

/**
 * One isolated browser as a case uses it. Actions wait by themselves, up to {@code limit}, until
 * their element is found once, shown, enabled, still and not covered, and otherwise throw a {@link
 * BrowserException} that says which of these it was not. Not for use by several threads at once,
 * but for {@link #close()}.
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

  /**
   * Presses keys, one after another, on the element or, where there is none, on what has the focus.
   */
  void pressKeys(List<Chord> chords, Optional<Target> target, Duration limit);

  /** Replaces the content of a field. */
  void enter(Target target, String text, Duration limit);

  /** Types behind what is in a field. */
  void addText(Target target, String text, Duration limit);

  void clear(Target target, Duration limit);

  /** Chooses the option of a list by its text or else its value. */
  void choose(Target target, String option, Duration limit);

  /** Chooses these options of a list of several and no others. */
  void chooseSeveral(Target target, List<String> options, Duration limit);

  /** Hands a file of this machine to a field for files, which may be hidden. */
  void attach(Target target, Path file, Duration limit);

  /** Makes a box or a radio button ticked or not; does nothing where it is that already. */
  void tick(Target target, boolean ticked, Duration limit);

  /** The element's shown text, runs of blanks as one. Waits until it is shown. */
  String text(Target target, Duration limit);

  /** A field's value. Waits until it is there. */
  String value(Target target, Duration limit);

  /** An attribute's value, or the empty text. Waits until the element is there. */
  String attribute(Target target, String attribute, Duration limit);

  /** How many elements there are now, shown or not. */
  int count(Target target);

  /** The texts of a table's cells, row by row. Waits until it is shown. */
  List<List<String>> table(Target target, Duration limit);

  /**
   * Runs a script in the page as the body of a function.
   *
   * @return what it returns, read as JSON; null for nothing
   */
  Object script(String script);

  /** Errors that the page has reported since this browser was opened, oldest first. */
  List<String> consoleErrors();

  /**
   * Waits until nothing has been asked of the network for half a second.
   *
   * @return what is still open at the limit, or nothing where it became quiet
   */
  List<String> awaitQuietNetwork(Duration limit);

  /**
   * Goes to a window by its title or, counted from 1 in the order of opening, its number. Waits
   * until there is one.
   */
  void useWindow(String titleOrNumber, Duration limit);

  /** Closes the window and goes to the one opened last before it; the last one stays. */
  void closeWindow();

  /** What follows is looked for inside a frame. Waits until it is there. */
  void goIntoFrame(Target frame, Duration limit);

  /** Back to what the frame stands in. */
  void leaveFrame();

  /** Makes the page's area so large, in CSS pixels. */
  void resize(int width, int height);

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

  /**
   * Waits for a dialog, types an answer into it, closes it by its OK and gives the text it showed.
   */
  String answerDialog(String answer, Duration limit);

  /** Waits for a dialog and gives the text it shows; it stays open. */
  String awaitDialog(Duration limit);

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

  /**
   * Keys pressed together.
   *
   * @param keys names as the UI Events standard has them for its {@code key} values, such as {@code
   *     Enter}, or single characters; those held down first
   */
  record Chord(List<String> keys) {
    public Chord {
      keys = List.copyOf(keys);
    }
  }

  /** A state to wait for. */
  sealed interface Wanted {
    /** Shown text equal to this, runs of blanks as one. */
    record Text(String text) implements Wanted {}

    /** Shown, with any other text. */
    record NotText(String text) implements Wanted {}

    record Value(String text) implements Wanted {}

    /** Shown text with this somewhere in it, runs of blanks as one. */
    record TextPart(String text) implements Wanted {}

    record Enabled() implements Wanted {}

    record Disabled() implements Wanted {}

    record Ticked(boolean ticked) implements Wanted {}

    record Attribute(String name, String text) implements Wanted {}

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
