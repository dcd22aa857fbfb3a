package elmtable.keyword.builtin;

/** The part of a long text that is most like what was looked for. */
final class NearestText {
  /** A text up to this length is shown whole. */
  private static final int SHORT = 300;

  private static final int AROUND = 60;

  private NearestText() {}

  /**
   * @param wanted what was looked for, perhaps between signs that mark it as a part
   */
  static String in(String found, String wanted) {
    if (found == null || found.length() <= SHORT) {
      return found;
    }
    String part = wanted == null ? "" : wanted.replaceAll("^… | …$", "");
    int at = bestStart(found, part);
    int start = Math.max(0, at - AROUND);
    int end = Math.min(found.length(), at + Math.max(part.length(), AROUND) + AROUND);
    return (start > 0 ? "… " : "")
        + found.substring(start, end)
        + (end < found.length() ? " …" : "")
        + " ("
        + found.length()
        + " characters in all)";
  }

  /** Where the longest beginning of the wanted text stands, or of its words. */
  private static int bestStart(String found, String wanted) {
    int best = 0;
    int most = 0;
    for (int i = 0; i < found.length(); i++) {
      int common = 0;
      while (common < wanted.length()
          && i + common < found.length()
          && Character.toLowerCase(found.charAt(i + common))
              == Character.toLowerCase(wanted.charAt(common))) {
        common++;
      }
      if (common > most) {
        most = common;
        best = i;
      }
    }
    return best;
  }
}
