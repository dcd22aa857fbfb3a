package elmtable.browser;

import java.util.List;

/**
 * Keys pressed together.
 *
 * @param keys names as the UI Events standard has them for its {@code key} values, such as {@code
 *     Enter}, or single characters; those held down first
 */
public record Chord(List<String> keys) {
  public Chord {
    keys = List.copyOf(keys);
  }
}
