package elmtable.browser;

/**
 * What a wait saw.
 *
 * @param holds whether the wanted state came in time
 * @param found what was there at the end, in words or as the text itself
 * @param reason why it does not hold where that is more than another text: not there, hidden,
 *     several
 */
public record Observation(boolean holds, String found, String reason) {
  public static Observation held(String found) {
    return new Observation(true, found, "");
  }
}
