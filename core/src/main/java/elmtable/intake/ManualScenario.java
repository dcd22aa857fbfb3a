package elmtable.intake;

import java.util.List;

/**
 * A scenario that a person carries out by hand, as a sheet tells it.
 *
 * @param key what the sheet calls it; the number of its row where it has no column for that. Each
 *     scenario of a sheet has another one.
 * @param repeated whether the sheet calls one before it the same, so that a number was added to the
 *     key
 * @param row its first row, from 1 on
 */
public record ManualScenario(
    String key, boolean repeated, String title, long row, List<Sentence> sentences) {
  public ManualScenario {
    sentences = List.copyOf(sentences);
  }

  /** What a sentence is for. */
  public enum Part {
    PRECONDITION,
    STEP,
    EXPECTED
  }

  /** One thing to do or to see. */
  public record Sentence(Part part, String text) {}
}
