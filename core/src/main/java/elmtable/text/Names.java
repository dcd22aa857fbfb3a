package elmtable.text;

import java.text.Normalizer;
import java.util.Collection;
import java.util.Locale;
import java.util.Optional;

/**
 * How names are compared: Unicode NFC, case folded, with runs of blanks, hyphens and underscores as
 * one blank.
 */
public final class Names {
  /** Nobody looks for what a longer text was meant to be. */
  private static final int LONGEST_MEANT = 200;

  private Names() {}

  /** What two equal names have in common. */
  public static String key(String name) {
    if (isKey(name)) {
      return name;
    }
    String folded = name;
    if (!isPlain(name)) {
      // Upper then lower case is the full case folding of all but a handful of letters (ß and SS
      // become one).
      folded =
          Normalizer.normalize(name, Normalizer.Form.NFC)
              .toUpperCase(Locale.ROOT)
              .toLowerCase(Locale.ROOT);
    }
    StringBuilder key = new StringBuilder(folded.length());
    boolean gap = false;
    for (int i = 0; i < folded.length(); i++) {
      char c = folded.charAt(i);
      if (c == ' ' || c == '-' || c == '_' || c == '\t' || c == '\u00a0') {
        gap = !key.isEmpty();
      } else {
        if (gap) {
          key.append(' ');
          gap = false;
        }
        key.append(c >= 'A' && c <= 'Z' ? (char) (c + 32) : c);
      }
    }
    return key.toString();
  }

  /** Whether a name is its own key: small ASCII letters and signs with single blanks between. */
  private static boolean isKey(String name) {
    char before = ' ';
    for (int i = 0; i < name.length(); i++) {
      char c = name.charAt(i);
      boolean plain = c > ' ' && c < 127 && (c < 'A' || c > 'Z') && c != '-' && c != '_';
      if (!plain && (c != ' ' || before == ' ')) {
        return false;
      }
      before = c;
    }
    return before != ' ' || name.isEmpty();
  }

  /** A name without what is neither letter nor digit at its ends, such as a mark of sorting. */
  public static String withoutSigns(String name) {
    int start = 0;
    int end = name.length();
    while (start < end && !Character.isLetterOrDigit(name.codePointAt(start))) {
      start += Character.charCount(name.codePointAt(start));
    }
    while (end > start && !Character.isLetterOrDigit(name.codePointBefore(end))) {
      end -= Character.charCount(name.codePointBefore(end));
    }
    return name.substring(start, end);
  }

  public static boolean same(String a, String b) {
    return key(a).equals(key(b));
  }

  /**
   * The candidate that {@code name} was most likely meant to be, if one is near enough to be worth
   * proposing.
   */
  public static Optional<String> nearest(String name, Collection<String> candidates) {
    String key = key(name);
    if (key.length() > LONGEST_MEANT) {
      return Optional.empty();
    }
    int nearest = Math.max(1, key.length() / 3) + 1;
    String found = null;
    for (String candidate : candidates) {
      String other = key(candidate);
      // No fewer edits than the lengths differ by.
      if (Math.abs(other.length() - key.length()) < nearest) {
        int distance = distance(key, other);
        if (distance < nearest) {
          nearest = distance;
          found = candidate;
        }
      }
    }
    return Optional.ofNullable(found);
  }

  private static boolean isPlain(String name) {
    for (int i = 0; i < name.length(); i++) {
      if (name.charAt(i) >= 128) {
        return false;
      }
    }
    return true;
  }

  /**
   * Edits from one text to the other, a swap of two neighbours counting once (optimal string
   * alignment).
   */
  static int distance(String a, String b) {
    int[] before = new int[b.length() + 1];
    int[] last = new int[b.length() + 1];
    int[] now = new int[b.length() + 1];
    for (int j = 0; j <= b.length(); j++) {
      last[j] = j;
    }
    for (int i = 1; i <= a.length(); i++) {
      now[0] = i;
      for (int j = 1; j <= b.length(); j++) {
        int cost = a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1;
        now[j] = Math.min(Math.min(now[j - 1] + 1, last[j] + 1), last[j - 1] + cost);
        boolean swapped =
            i > 1
                && j > 1
                && a.charAt(i - 1) == b.charAt(j - 2)
                && a.charAt(i - 2) == b.charAt(j - 1);
        if (swapped) {
          now[j] = Math.min(now[j], before[j - 2] + 1);
        }
      }
      int[] free = before;
      before = last;
      last = now;
      now = free;
    }
    return last[b.length()];
  }
}
