package elmtable.project;

import elmtable.language.Section;
import elmtable.language.Step;
import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Finds keywords that call themselves, however far round; each circle is reported at the step that
 * closes it.
 */
final class KeywordCircles {
  private final ProjectIndex index;
  private final Set<KeywordEntry.Composed> done = new HashSet<>();
  private final List<KeywordEntry.Composed> way = new ArrayList<>();
  private final Map<String, List<Diagnostic>> found = new LinkedHashMap<>();

  private KeywordCircles(ProjectIndex index) {
    this.index = index;
  }

  /** By document path, with absolute lines. */
  static Map<String, List<Diagnostic>> find(ProjectIndex index) {
    KeywordCircles circles = new KeywordCircles(index);
    for (KeywordEntry keyword : index.keywords()) {
      if (keyword instanceof KeywordEntry.Composed composed) {
        circles.visit(composed);
      }
    }
    return circles.found;
  }

  private void visit(KeywordEntry.Composed keyword) {
    if (!done.add(keyword)) {
      return;
    }
    way.add(keyword);
    for (Step step : keyword.block().steps(Section.STEPS)) {
      Optional<KeywordEntry> called = index.keyword(step.first().name());
      if (called.isPresent() && called.get() instanceof KeywordEntry.Composed composed) {
        int before = way.indexOf(composed);
        if (before >= 0) {
          report(keyword, step, way.subList(before, way.size()));
        } else {
          visit(composed);
        }
      }
    }
    way.remove(way.size() - 1);
  }

  private void report(
      KeywordEntry.Composed keyword, Step step, List<KeywordEntry.Composed> circle) {
    List<String> names = new ArrayList<>(circle.stream().map(k -> k.signature().name()).toList());
    names.add(names.get(0));
    found
        .computeIfAbsent(keyword.path(), path -> new ArrayList<>())
        .add(
            new Diagnostic(
                Problem.CALLS_ITSELF,
                step.first().range().down(keyword.placed().firstLine()),
                "A keyword may not call itself: " + String.join(" → ", names) + "."));
  }
}
