package elmtable.text;

import java.util.Collection;
import java.util.Optional;

/**
 * What somebody probably meant who wrote a name that does not exist: as a question in the message,
 * and as a fix.
 *
 * @param name nothing where no name is near enough
 */
public record Nearest(Optional<String> name) {
  public static Nearest to(String written, Collection<String> candidates) {
    return new Nearest(Names.nearest(written, candidates));
  }

  /** {@code Did you mean “x”?} behind a blank, or the empty text. */
  public String question() {
    return question("");
  }

  /** The same, with another text where no name is near. */
  public String question(String otherwise) {
    return name.map(near -> " Did you mean “" + near + "”?").orElse(otherwise);
  }

  /** A fix that writes it, or none. */
  public Fix[] fixes(Range range) {
    return name.map(near -> Fix.replace("Use " + near, range, near)).stream().toArray(Fix[]::new);
  }
}
