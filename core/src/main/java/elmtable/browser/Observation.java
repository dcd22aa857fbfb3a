package elmtable.browser;

/**
 * What a wait saw.
 *
 * @param holds whether the wanted state came in time
 * @param found what was there at the end, in words or as the text itself
 * @param reason why it does not hold where that is more than another text: not there, hidden,
 *     several
 * @param wanted the part of what was wanted that {@code found} is not, or null for all of it
 */
public record Observation(boolean holds, String found, String reason, String wanted) {
  public Observation(boolean holds, String found, String reason) {
    this(holds, found, reason, null);
  }

  public static Observation held(String found) {
    return new Observation(true, found, "");
  }
}
