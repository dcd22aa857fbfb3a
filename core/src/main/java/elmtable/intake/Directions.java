package elmtable.intake;

import elmtable.intake.Words.Role;
import elmtable.intake.Words.Word;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.IntStream;

/** Small words behind a verb that turn what it says: to sign out is not to sign in. */
final class Directions {
  private static final Map<String, String> OPPOSITES =
      Map.of("in", "out", "out", "in", "up", "down", "down", "up");

  /** To log on is to log in, and off is out. */
  private static final Map<String, String> SAME = Map.of("on", "in", "off", "out");

  /** A form is filled in and filled out. */
  private static final Set<String> UNTURNED = Set.of("fil");

  private static final Set<String> SIGNING = Set.of("log", "sign");

  /** What follows a direction that stands apart from its verb. */
  private static final Set<String> BEHIND = Set.of("as", "again", "with", "and", "then");

  private Directions() {}

  /**
   * To log somebody in is to sign in somebody: one verb, its direction right behind it. A message
   * that is logged has no direction.
   */
  static List<Word> behindTheirVerbs(List<Word> words) {
    List<Word> ordered = new ArrayList<>(words);
    for (int verb = 0; verb < ordered.size(); verb++) {
      Word word = ordered.get(verb);
      OptionalInt direction =
          SIGNING.contains(word.stem()) ? after(ordered, verb) : OptionalInt.empty();
      if (direction.isPresent()) {
        Word moved = ordered.remove(direction.getAsInt());
        ordered.set(verb, new Word(word.text(), "sign", word.role(), word.stop()));
        ordered.add(verb + 1, new Word(moved.text(), moved.stem(), moved.role(), true));
      }
    }
    return ordered;
  }

  /**
   * The place of the direction that belongs to a verb: right behind it, or where nothing follows.
   */
  private static OptionalInt after(List<Word> words, int verb) {
    return IntStream.range(verb + 1, words.size())
        .filter(i -> isSigningDirection(words.get(i)))
        .filter(
            i -> i == verb + 1 || i == words.size() - 1 || BEHIND.contains(words.get(i + 1).stem()))
        .findFirst();
  }

  private static boolean isSigningDirection(Word word) {
    String direction = directionOf(word);
    return direction.equals("in") || direction.equals("out");
  }

  /** In, out, up or down; empty for other words. */
  private static String directionOf(Word word) {
    if (word.role() != Role.PLAIN) {
      return "";
    }
    String lower = word.text().toLowerCase(Locale.ROOT);
    String direction = SAME.getOrDefault(lower, lower);
    return OPPOSITES.containsKey(direction) ? direction : "";
  }

  /** The directions of verbs, by their stems. */
  static Map<String, String> of(List<Word> words) {
    Map<String, String> turned = new HashMap<>();
    for (int i = 0; i + 1 < words.size(); i++) {
      String direction = directionOf(words.get(i + 1));
      if (!words.get(i).stop() && !direction.isEmpty()) {
        turned.put(words.get(i).stem(), direction);
      }
    }
    turned.keySet().removeAll(UNTURNED);
    return turned;
  }

  /** Whether two texts turn one verb into opposite directions. */
  static boolean areOpposite(Map<String, String> one, Map<String, String> other) {
    return one.entrySet().stream()
        .anyMatch(verb -> OPPOSITES.get(verb.getValue()).equals(other.get(verb.getKey())));
  }
}
