package elmtable.language;

import java.time.Duration;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;

/** Reads the options behind {@code !}, one after another. */
final class OptionsReader {
  private final Set<String> seen = new HashSet<>();
  private boolean soft;
  private boolean quiet;
  private boolean off;
  private Duration within;
  private int tries = 1;
  private Duration every = Duration.ZERO;

  /** Why an option cannot be read, as the end of a sentence that begins with it, or empty. */
  String read(String option) {
    String[] words = option.split(" +");
    if (!seen.add(words[0])) {
      return "stands here a second time; each option is said once.";
    }
    boolean alone = words.length == 1;
    switch (words[0]) {
      case "soft" -> soft = alone;
      case "quiet" -> quiet = alone;
      case "off" -> off = alone;
      case "within" -> {
        within = words.length == 2 ? Durations.read(words[1]).orElse(null) : null;
        return within == null ? unknown() : "";
      }
      case "tries" -> {
        return tries(words);
      }
      case "every" -> {
        return "says how long to wait between tries, so it stands behind them: “tries 3 every 1s”.";
      }
      default -> {
        return unknown();
      }
    }
    return alone ? "" : unknown();
  }

  private String tries(String[] words) {
    boolean paused = words.length == 4 && words[2].equals("every");
    if (words.length != 2 && !paused || !words[1].matches("[1-9][0-9]?")) {
      return unknown();
    }
    Optional<Duration> pause = paused ? Durations.read(words[3]) : Optional.of(Duration.ZERO);
    if (pause.isEmpty()) {
      return unknown();
    }
    tries = Integer.parseInt(words[1]);
    every = pause.get();
    return "";
  }

  private static String unknown() {
    return "is not an option; there are soft, quiet, off, within (say “within 30s”) and tries"
        + " (“tries 3”, “tries 3 every 1s”).";
  }

  Mark.Options options(Cell cell) {
    return new Mark.Options(soft, within, tries, every, quiet, off, cell);
  }
}
