package elmtable.text;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;

/**
 * A change of a whole text as a value: which stretches are kept and which are replaced, from the
 * first character to the last. Lengths count UTF-16 units, as everywhere in Java and JavaScript.
 *
 * <p>As JSON it is a list: a number keeps so many characters, a list begins with how many are taken
 * out and goes on with the lines that are put in. That is the form of {@code ChangeSet} in
 * CodeMirror's {@code @codemirror/state}, whose rules for two changes that meet at one place are
 * followed here, so that the interface and the server work out the same text; a corpus holds both
 * to it.
 */
public final class TextChange {
  /** One stretch of the old text: kept, or replaced by {@code text}. */
  record Section(int length, boolean kept, String text) {
    /** How long it is afterwards. */
    int newLength() {
      return kept ? length : text.length();
    }
  }

  private final List<Section> sections;

  TextChange(List<Section> sections) {
    this.sections = List.copyOf(sections);
  }

  /** The change that leaves a text of some length alone. */
  public static TextChange none(int length) {
    return new TextChangeBuilder().keep(length).build();
  }

  /** Replaces one stretch of a text of some length. */
  public static TextChange replace(int length, int from, int to, String text) {
    if (from < 0 || to < from || to > length) {
      throw new IllegalArgumentException(
          "There is nothing from " + from + " to " + to + " in a text of " + length + ".");
    }
    return new TextChangeBuilder().keep(from).replace(to - from, text).keep(length - to).build();
  }

  /** Replaces several stretches, given in their order and apart from each other. */
  public static TextChange replaceAll(int length, List<Replacement> replacements) {
    TextChangeBuilder made = new TextChangeBuilder();
    int at = 0;
    for (Replacement each : replacements) {
      if (each.from() < at || each.to() < each.from() || each.to() > length) {
        throw new IllegalArgumentException("Replacements overlap or lie outside the text.");
      }
      made.keep(each.from() - at).replace(each.to() - each.from(), each.text());
      at = each.to();
    }
    return made.keep(length - at).build();
  }

  /** A stretch of a text and what stands there afterwards. */
  public record Replacement(int from, int to, String text) {}

  /** Throws {@link IllegalArgumentException} where the list is no change. */
  @JsonCreator
  public static TextChange ofJson(List<Object> parts) {
    List<Section> sections = new ArrayList<>();
    for (Object part : parts) {
      sections.add(
          part instanceof List<?> replaced
              ? replacement(replaced)
              : new Section(length(part), true, ""));
    }
    return new TextChange(sections);
  }

  private static Section replacement(List<?> part) {
    if (part.isEmpty()) {
      throw new IllegalArgumentException("A replacement begins with the length it replaces.");
    }
    List<String> lines = new ArrayList<>();
    for (Object line : part.subList(1, part.size())) {
      if (!(line instanceof String text) || text.indexOf('\n') >= 0 || text.indexOf('\r') >= 0) {
        throw new IllegalArgumentException("What is put in is a list of single lines.");
      }
      lines.add(text);
    }
    return new Section(length(part.get(0)), false, String.join("\n", lines));
  }

  private static int length(Object part) {
    if (part instanceof Integer length && length >= 0) {
      return length;
    }
    throw new IllegalArgumentException("A length is a whole number from 0 on, not " + part + ".");
  }

  /** The form that goes over the wire and into the database. */
  @JsonValue
  public List<Object> toJson() {
    List<Object> parts = new ArrayList<>();
    for (Section section : sections) {
      if (section.kept()) {
        parts.add(section.length());
      } else {
        List<Object> replaced = new ArrayList<>();
        replaced.add(section.length());
        if (!section.text().isEmpty()) {
          replaced.addAll(List.of(section.text().split("\n", -1)));
        }
        parts.add(replaced);
      }
    }
    return parts;
  }

  List<Section> sections() {
    return sections;
  }

  /** The length of the text that it changes. */
  public int lengthBefore() {
    return sections.stream().mapToInt(Section::length).sum();
  }

  /** The length of the text that it leaves. */
  public int lengthAfter() {
    return sections.stream().mapToInt(Section::newLength).sum();
  }

  /** Whether it changes nothing. */
  public boolean isEmpty() {
    return sections.stream().allMatch(Section::kept);
  }

  /** What it changes, in order: the stretch of the old text and the new text. */
  public List<Replacement> replacements() {
    List<Replacement> found = new ArrayList<>();
    int at = 0;
    for (Section section : sections) {
      if (!section.kept()) {
        found.add(new Replacement(at, at + section.length(), section.text()));
      }
      at += section.length();
    }
    return found;
  }

  /** The changed text. Throws {@link IllegalArgumentException} for a text of another length. */
  public String apply(String text) {
    requireLength(text.length());
    StringBuilder changed = new StringBuilder(lengthAfter());
    int at = 0;
    for (Section section : sections) {
      if (section.kept()) {
        changed.append(text, at, at + section.length());
      } else {
        changed.append(section.text());
      }
      at += section.length();
    }
    return changed.toString();
  }

  private void requireLength(int length) {
    if (length != lengthBefore()) {
      throw new IllegalArgumentException(
          "The change is for a text of " + lengthBefore() + " characters, not of " + length + ".");
    }
  }

  /** What takes it back, given the text before it. */
  public TextChange invert(String before) {
    requireLength(before.length());
    List<Section> inverted = new ArrayList<>();
    int at = 0;
    for (Section section : sections) {
      inverted.add(
          section.kept()
              ? section
              : new Section(
                  section.newLength(), false, before.substring(at, at + section.length())));
      at += section.length();
    }
    return new TextChange(inverted);
  }

  /** Both as one change; {@code next} starts from what this one leaves. */
  public TextChange compose(TextChange next) {
    if (next.lengthBefore() != lengthAfter()) {
      throw new IllegalArgumentException("The second change does not start where the first ends.");
    }
    if (isEmpty()) {
      return next;
    }
    return next.isEmpty() ? this : ChangeWalk.compose(this, next);
  }

  /**
   * The same change after {@code other}, which starts from the same text.
   *
   * @param before whether this one counts as the earlier where both put something in at one place
   */
  public TextChange map(TextChange other, boolean before) {
    if (other.lengthBefore() != lengthBefore()) {
      throw new IllegalArgumentException("The two changes start from different texts.");
    }
    return other.isEmpty() ? this : ChangeWalk.map(this, other, before);
  }

  /**
   * Where a place of the old text is in the new one; {@code after} keeps it behind what comes in.
   */
  public int mapPlace(int place, boolean after) {
    int old = 0;
    int now = 0;
    for (Section section : sections) {
      int end = old + section.length();
      if (section.kept()) {
        if (end > place) {
          return now + place - old;
        }
      } else if (end > place || (end == place && !after && section.length() == 0)) {
        return place == old || !after ? now : now + section.newLength();
      }
      now += section.newLength();
      old = end;
    }
    if (place > old) {
      throw new IllegalArgumentException("Place " + place + " is behind the text's end " + old);
    }
    return now;
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof TextChange change && sections.equals(change.sections);
  }

  @Override
  public int hashCode() {
    return Objects.hash(sections);
  }

  @Override
  public String toString() {
    return toJson().toString();
  }
}
