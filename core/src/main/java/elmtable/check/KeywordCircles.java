package elmtable.check;

import elmtable.language.Block;
import elmtable.language.Section;
import elmtable.language.Step;
import elmtable.project.KeywordEntry;
import elmtable.project.ProjectIndex;
import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
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
  private final Set<Block> done = Collections.newSetFromMap(new IdentityHashMap<>());
  private final List<KeywordEntry.Composed> way = new ArrayList<>();
  private final Map<Block, List<Diagnostic>> found = new IdentityHashMap<>();

  private KeywordCircles(ProjectIndex index) {
    this.index = index;
  }

  /** By the block that closes the circle; lines count from it. */
  static Map<Block, List<Diagnostic>> find(ProjectIndex index) {
    KeywordCircles circles = new KeywordCircles(index);
    for (KeywordEntry keyword : index.keywords()) {
      if (keyword instanceof KeywordEntry.Composed composed) {
        circles.visit(composed);
      }
    }
    return circles.found;
  }

  private void visit(KeywordEntry.Composed keyword) {
    if (!done.add(keyword.block())) {
      return;
    }
    way.add(keyword);
    for (Step step : keyword.block().activeSteps(Section.STEPS)) {
      Optional<KeywordEntry> called = index.called(step);
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
        .computeIfAbsent(keyword.block(), block -> new ArrayList<>())
        .add(
            new Diagnostic(
                Problem.CALLS_ITSELF,
                step.first().range(),
                "A keyword may not call itself: " + String.join(" → ", names) + "."));
  }
}
