package elmtable.server.service;

import com.github.difflib.DiffUtils;
import com.github.difflib.patch.AbstractDelta;
import elmtable.text.TextChange;
import elmtable.text.TextChange.Replacement;
import java.util.ArrayList;
import java.util.List;

/** What leads from one text to another, by whole lines, so that places in other lines stay. */
public final class LineDifference {
  private LineDifference() {}

  public static TextChange between(String from, String to) {
    List<String> old = lines(from);
    int[] starts = new int[old.size() + 1];
    for (int i = 0; i < old.size(); i++) {
      starts[i + 1] = starts[i] + old.get(i).length();
    }
    List<Replacement> replacements = new ArrayList<>();
    for (AbstractDelta<String> delta : deltas(old, lines(to))) {
      int first = delta.getSource().getPosition();
      replacements.add(
          new Replacement(
              starts[first],
              starts[first + delta.getSource().size()],
              String.join("", delta.getTarget().getLines())));
    }
    return TextChange.replaceAll(from.length(), replacements);
  }

  public static List<AbstractDelta<String>> deltas(List<String> from, List<String> to) {
    return DiffUtils.diff(from, to).getDeltas();
  }

  /** The lines of a text, each with its line feed where it has one. */
  public static List<String> lines(String text) {
    List<String> lines = new ArrayList<>();
    int from = 0;
    while (from < text.length()) {
      int end = text.indexOf('\n', from);
      int next = end < 0 ? text.length() : end + 1;
      lines.add(text.substring(from, next));
      from = next;
    }
    return lines;
  }
}
