package elmtable.plan;

import elmtable.data.source.DataRow;
import elmtable.text.Names;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/** Rows chosen by key or number; an empty choice is all of them. */
record RowChoice(Set<String> wanted) {
  static final RowChoice ALL = new RowChoice(Set.of());

  static RowChoice of(List<String> rows) {
    return new RowChoice(rows.stream().map(Names::key).collect(Collectors.toSet()));
  }

  boolean isAll() {
    return wanted.isEmpty();
  }

  boolean has(DataRow row) {
    return isAll()
        || wanted.contains(String.valueOf(row.number()))
        || !row.key().isEmpty() && wanted.contains(Names.key(row.key()));
  }
}
