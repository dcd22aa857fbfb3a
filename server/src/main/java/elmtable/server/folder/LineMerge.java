package elmtable.server.folder;

import com.github.difflib.patch.AbstractDelta;
import elmtable.server.service.LineDifference;
import java.util.List;

/**
 * Merges two texts that come from one, line by line. Where both changed the same lines, both stand
 * between the marks that version control writes.
 */
final class LineMerge {
  private static final String HERE = "<<<<<<< Elm Table\n";
  private static final String BETWEEN = "=======\n";
  private static final String THERE = ">>>>>>> folder\n";

  private final List<String> base;
  private final StringBuilder merged = new StringBuilder();
  private int conflicts;

  /** A merged text with how many places were changed by both. */
  record Merged(String text, int conflicts) {}

  private LineMerge(List<String> base) {
    this.base = base;
  }

  static Merged merge(String base, String document, String file) {
    LineMerge merge = new LineMerge(LineDifference.lines(base));
    merge.walk(
        new Side(LineDifference.deltas(merge.base, LineDifference.lines(document))),
        new Side(LineDifference.deltas(merge.base, LineDifference.lines(file))));
    return new Merged(merge.merged.toString(), merge.conflicts);
  }

  /** The changes of one side, taken one after another. */
  private static final class Side {
    private final List<AbstractDelta<String>> deltas;
    private int next;

    Side(List<AbstractDelta<String>> deltas) {
      this.deltas = deltas;
    }

    /** Where its next change begins in the base; behind everything where there is none. */
    int start() {
      return next < deltas.size() ? deltas.get(next).getSource().getPosition() : Integer.MAX_VALUE;
    }

    /** The lines of this side for lines of the base, whose changes are taken. */
    String take(List<String> base, int from, int to) {
      StringBuilder text = new StringBuilder();
      int at = from;
      while (next < deltas.size() && start() <= to && end(next) <= to && start() >= from) {
        AbstractDelta<String> delta = deltas.get(next);
        base.subList(at, start()).forEach(text::append);
        delta.getTarget().getLines().forEach(text::append);
        at = end(next);
        next++;
      }
      base.subList(at, to).forEach(text::append);
      return text.toString();
    }

    private int end(int delta) {
      return deltas.get(delta).getSource().getPosition() + deltas.get(delta).getSource().size();
    }

    /** How far changes that touch a stretch reach. */
    int reach(int from, int to) {
      int reach = to;
      for (int i = next; i < deltas.size(); i++) {
        int start = deltas.get(i).getSource().getPosition();
        if (start <= reach && end(i) >= from) {
          reach = Math.max(reach, end(i));
        }
      }
      return reach;
    }
  }

  private void walk(Side document, Side file) {
    int at = 0;
    while (Math.min(document.start(), file.start()) < Integer.MAX_VALUE) {
      int from = Math.min(document.start(), file.start());
      base.subList(at, from).forEach(merged::append);
      int to = from;
      int before;
      do {
        before = to;
        to = Math.max(document.reach(from, to), file.reach(from, to));
      } while (to > before);
      put(join(from, to), document.take(base, from, to), file.take(base, from, to));
      at = to;
    }
    base.subList(at, base.size()).forEach(merged::append);
  }

  private String join(int from, int to) {
    return String.join("", base.subList(from, to));
  }

  private void put(String old, String document, String file) {
    if (document.equals(file) || file.equals(old)) {
      merged.append(document);
    } else if (document.equals(old)) {
      merged.append(file);
    } else {
      conflicts++;
      merged.append(HERE).append(ended(document)).append(BETWEEN).append(ended(file)).append(THERE);
    }
  }

  private static String ended(String lines) {
    return lines.isEmpty() || lines.endsWith("\n") ? lines : lines + "\n";
  }
}
