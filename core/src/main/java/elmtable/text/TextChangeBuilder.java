package elmtable.text;

import java.util.ArrayList;
import java.util.List;

/** Puts a change together from its start; neighbours that are alike become one stretch. */
final class TextChangeBuilder {
  private final List<Stretch> stretches = new ArrayList<>();

  private static final class Stretch {
    private int length;
    private final boolean kept;
    private final StringBuilder text = new StringBuilder();

    Stretch(int length, boolean kept) {
      this.length = length;
      this.kept = kept;
    }

    boolean deletes() {
      return !kept && text.isEmpty();
    }
  }

  TextChangeBuilder keep(int length) {
    if (length > 0) {
      Stretch last = last();
      if (last != null && last.kept) {
        last.length += length;
      } else {
        stretches.add(new Stretch(length, true));
      }
    }
    return this;
  }

  TextChangeBuilder replace(int length, String text) {
    return replace(length, text, false);
  }

  /** {@code join} makes it a part of the stretch before, which is a replacement. */
  TextChangeBuilder replace(int length, String text, boolean join) {
    if (length == 0 && text.isEmpty()) {
      return this;
    }
    Stretch last = last();
    boolean bothDelete = last != null && last.deletes() && text.isEmpty();
    boolean bothInsert = last != null && !last.kept && last.length == 0 && length == 0;
    if (last == null || !(bothDelete || bothInsert || join)) {
      last = new Stretch(0, false);
      stretches.add(last);
    }
    last.length += length;
    last.text.append(text);
    return this;
  }

  int size() {
    return stretches.size();
  }

  private Stretch last() {
    return stretches.isEmpty() ? null : stretches.get(stretches.size() - 1);
  }

  TextChange build() {
    return new TextChange(
        stretches.stream()
            .map(each -> new TextChange.Section(each.length, each.kept, each.text.toString()))
            .toList());
  }
}
