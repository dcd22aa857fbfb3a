package elmtable.block;

import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Durations;
import elmtable.language.TagExpression;
import java.time.Duration;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A saved selection. */
public record PlanBlock(Block block) {
  private static final int MOST_WORKERS = 1000;
  private static final Pattern AT =
      Pattern.compile("([01]\\d|2[0-3]):[0-5]\\d( +on +weekdays)?", Pattern.CASE_INSENSITIVE);
  private static final Pattern CHANGE =
      Pattern.compile("on +change +of +(\\S.*)", Pattern.CASE_INSENSITIVE);
  private static final Pattern MAIL = Pattern.compile("[^\\s@]+@[^\\s@.]+(\\.[^\\s@.]+)*");

  public PlanBlock {
    Kinds.require(block, BlockKind.PLAN);
  }

  public Optional<Property<TagExpression>> tags() {
    return Property.tags(block, "tags");
  }

  public NameList suites() {
    return NameList.of(block, "suites");
  }

  public NameList environments() {
    return NameList.of(block, "environments");
  }

  public NameList browsers() {
    return NameList.of(block, "browsers");
  }

  public Optional<Property<Integer>> workers() {
    return Property.count(block, "workers", 1, MOST_WORKERS);
  }

  public Optional<Property<Integer>> tries() {
    return Property.count(block, "tries", 1, SuiteOrCase.MOST_TRIES);
  }

  /** The number of failures after which a run ends. */
  public Optional<Property<Integer>> stopAfter() {
    return Property.count(block, "stop after", 1, Integer.MAX_VALUE);
  }

  /** How long a step waits. */
  public Optional<Property<Duration>> within() {
    return Property.duration(block, "within");
  }

  public Optional<Property<Duration>> timeout() {
    return Property.duration(block, "timeout");
  }

  /** Whether pictures are taken of every step, or of failures only. */
  public Optional<Property<Boolean>> picturesOfSteps() {
    return Property.of(
        block,
        "pictures",
        written ->
            switch (written.toLowerCase(Locale.ROOT)) {
              case "steps" -> Optional.of(true);
              case "failures" -> Optional.of(false);
              default -> Optional.empty();
            },
        "is not known; there are failures and steps.");
  }

  /** The time of day at which it starts, by the server's clock. */
  public Optional<Property<String>> at() {
    return Property.of(
        block,
        "at",
        written -> Optional.of(written).filter(time -> AT.matcher(time).matches()),
        "is not a time of day; write it as 06:00 or 06:00 on weekdays.");
  }

  /** The time between two starts, or the file whose change starts it. */
  public Optional<Property<String>> every() {
    return Property.of(
        block,
        "every",
        written ->
            Optional.of(written)
                .filter(
                    every -> Durations.read(every).isPresent() || CHANGE.matcher(every).matches()),
        "is neither an interval such as 2h nor “on change of” and a file's path in the project.");
  }

  /** The file whose change starts it. */
  public Optional<String> changeOf() {
    return every()
        .map(property -> CHANGE.matcher(property.written()))
        .filter(Matcher::matches)
        .map(matcher -> matcher.group(1));
  }

  /** Who gets a mail of its outcome. */
  public NameList mailTo() {
    return NameList.of(block, "mail to");
  }

  public static boolean isMailAddress(String written) {
    return MAIL.matcher(written).matches();
  }

  public Optional<Property<Integer>> seed() {
    return Property.count(block, "seed", 0, Integer.MAX_VALUE);
  }
}
