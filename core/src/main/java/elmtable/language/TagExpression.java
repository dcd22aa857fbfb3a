package elmtable.language;

import elmtable.text.Names;
import java.util.Collection;
import java.util.HashSet;
import java.util.Set;

/** A condition on tags, such as {@code smoke and not (slow or wip)}. Tags are compared as names. */
@FunctionalInterface
public interface TagExpression {
  TagExpression ALL = tags -> true;

  boolean holds(Set<String> tagKeys);

  /** Whether it holds for tags as written. */
  default boolean accepts(Collection<String> tags) {
    Set<String> keys = new HashSet<>();
    tags.forEach(tag -> keys.add(Names.key(tag)));
    return holds(keys);
  }

  /**
   * Reads an expression; an empty one holds for all. Throws {@link UnreadableException} with the
   * place and reason.
   */
  static TagExpression read(String text) {
    return text.isBlank() ? ALL : new TagExpressionParser(text).whole();
  }

  /** An expression that cannot be read. */
  final class UnreadableException extends RuntimeException {
    private static final long serialVersionUID = 1;

    UnreadableException(String message) {
      super(message, null, false, false);
    }
  }
}
