package elmtable.binding;

import elmtable.formula.Template;
import elmtable.keyword.Parameter;
import elmtable.language.Cell;
import elmtable.text.Range;
import java.util.Optional;

/**
 * What one parameter of a called keyword gets.
 *
 * @param index the parameter's place in the signature
 * @param template what was written, or the parameter's default
 * @param cell where it was written, or nothing for a default
 * @param offset where the value begins in the cell's source: behind {@code name=} for one given by
 *     name
 */
public record BoundArgument(
    Parameter parameter, int index, Template template, Optional<Cell> cell, int offset) {
  /** The range of a part of the template, as offsets in its source. */
  public Range range(int start, int end) {
    Range whole = cell.orElseThrow().range();
    return whole.part(offset + start, offset + end);
  }

  /** Where it was written. */
  public Range range() {
    return range(0, template.source().length());
  }
}
