package elmtable.browser;

import java.util.List;

/** A state to wait for. */
public sealed interface Wanted {
  /** Shown text equal to this, runs of blanks as one. */
  record Text(String text) implements Wanted {}

  /** Shown, with any other text. */
  record NotText(String text) implements Wanted {}

  record Value(String text) implements Wanted {}

  /** Shown text with this somewhere in it, runs of blanks as one. */
  record TextPart(String text) implements Wanted {}

  /** Shown, with the fragment nowhere in its text for a while. */
  record TextWithout(String fragment) implements Wanted {}

  /** There and not shown. */
  record Hidden() implements Wanted {}

  /** Shown, with something else in front of its middle. */
  record Covered() implements Wanted {}

  /** The shown texts of all that are found, in order. */
  record Texts(List<String> texts) implements Wanted {
    public Texts {
      texts = List.copyOf(texts);
    }
  }

  /**
   * A table with these rows and no others under columns of these names; it may have more columns.
   */
  record Table(List<String> columns, List<List<String>> rows) implements Wanted {
    public Table {
      columns = List.copyOf(columns);
      rows = List.copyOf(rows);
    }
  }

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
