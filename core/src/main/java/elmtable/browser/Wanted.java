package elmtable.browser;

/** A state to wait for. */
public sealed interface Wanted {
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
