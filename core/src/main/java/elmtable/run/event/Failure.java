package elmtable.run.event;

/**
 * Why a step or case did not pass.
 *
 * @param wanted what was expected, or null
 * @param found what was there, or null
 * @param waitedMillis how long was waited, or null
 */
public record Failure(String message, String wanted, String found, Long waitedMillis) {
  public static Failure of(String message) {
    return new Failure(message, null, null, null);
  }
}
