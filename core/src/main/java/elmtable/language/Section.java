package elmtable.language;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import elmtable.text.Names;
import java.util.List;
import java.util.Optional;

/**
 * The sections of blocks, with the columns that each may have; no columns means that its author
 * names them.
 */
public enum Section {
  VALUES("values", List.of("name", "value"), List.of("kind", "note")),
  DATA("data", List.of(), List.of()),
  TAKES("takes", List.of("name"), List.of("kind", "default", "note")),
  GIVES("gives", List.of("name"), List.of("kind", "note")),
  ELEMENTS("elements", List.of("element", "by", "locator"), List.of("in", "note")),
  ROWS("rows", List.of(), List.of()),
  SET_UP("set-up", List.of(), List.of()),
  STEPS("steps", List.of(), List.of()),
  TEAR_DOWN("tear-down", List.of(), List.of());

  private final String word;
  private final List<String> required;
  private final List<String> optional;

  Section(String word, List<String> required, List<String> optional) {
    this.word = word;
    this.required = required;
    this.optional = optional;
  }

  /** As printed, and in answers. */
  @JsonValue
  public String word() {
    return word;
  }

  public List<String> requiredColumns() {
    return required;
  }

  public List<String> optionalColumns() {
    return optional;
  }

  /** Whether its rows are steps; all other sections begin with a row of column names. */
  public boolean holdsSteps() {
    return this == SET_UP || this == STEPS || this == TEAR_DOWN;
  }

  /** Whether its columns are named by the author. */
  public boolean namesItsColumns() {
    return this == DATA || this == ROWS;
  }

  /** Throws {@link IllegalArgumentException} where there is no such section. */
  @JsonCreator
  static Section named(String word) {
    return of(word)
        .orElseThrow(() -> new IllegalArgumentException("There is no section “" + word + "”."));
  }

  static Optional<Section> of(String line) {
    String key = Names.key(line);
    for (Section section : values()) {
      if (Names.key(section.word).equals(key)) {
        return Optional.of(section);
      }
    }
    return Optional.empty();
  }
}
