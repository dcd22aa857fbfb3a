package elmtable.intake;

import java.util.List;

/**
 * A keyword that may say what a sentence says.
 *
 * @param score from 0 to 1
 * @param cells a step: the keyword's name, and what the sentence gives for its parameters
 * @param missing required parameters for which the sentence gives nothing
 */
public record Match(String keyword, double score, List<String> cells, List<String> missing) {
  /** From here on a match is more than a guess. */
  public static final double SAID = 0.62;

  public Match {
    cells = List.copyOf(cells);
    missing = List.copyOf(missing);
  }

  public boolean isSaid() {
    return score >= SAID;
  }
}
