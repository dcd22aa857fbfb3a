package elmtable.plan;

import elmtable.data.source.DataRow;
import elmtable.text.Names;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Rows chosen by key or number; an empty choice is all of them.
 *
 * @param wanted keys and numbers that a person named
 * @param keys keys as they stand in the rows
 */
record RowChoice(Set<String> wanted, Set<String> keys) {
  static final RowChoice ALL = new RowChoice(Set.of(), Set.of());

  static RowChoice of(List<String> rows) {
    return new RowChoice(rows.stream().map(Names::key).collect(Collectors.toSet()), Set.of());
  }

  static RowChoice ofKeys(Set<String> keys) {
    return new RowChoice(Set.of(), Set.copyOf(keys));
  }

  boolean isAll() {
    return wanted.isEmpty() && keys.isEmpty();
  }

  /** This choice and other keys. */
  RowChoice with(Set<String> more) {
    Set<String> both = new HashSet<>(keys);
    both.addAll(more);
    return new RowChoice(wanted, both);
  }

  boolean has(DataRow row) {
    if (isAll() || wanted.contains(String.valueOf(row.number()))) {
      return true;
    }
    return !row.key().isEmpty()
        && (keys.contains(row.key()) || wanted.contains(Names.key(row.key())));
  }
}
