package elmtable.run.event;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Why a case was blocked: the words in which an earlier one that did not pass is named. */
public final class Waiting {
  private static final String WORDS = "It comes after “%s”, which did not pass.";
  private static final Pattern FORM =
      Pattern.compile(Pattern.quote(WORDS).replace("%s", "\\E(.+)\\Q"));

  private Waiting() {}

  public static String after(String name) {
    return WORDS.formatted(name);
  }

  /** The name of the executable case that a blocked one came after. */
  public static Optional<String> earlier(Failure failure) {
    Matcher named = FORM.matcher(failure.message());
    return named.matches() ? Optional.of(named.group(1)) : Optional.empty();
  }
}
