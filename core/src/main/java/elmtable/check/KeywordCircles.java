package elmtable.check;

import elmtable.language.Block;
import elmtable.language.Section;
import elmtable.language.Step;
import elmtable.project.ProjectIndex;
import elmtable.project.entry.KeywordEntry;
import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.Iterator;
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
  private final Set<Block> onWay = Collections.newSetFromMap(new IdentityHashMap<>());
  private final List<Open> way = new ArrayList<>();
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

  /** A keyword on the way, and the steps of it that are still to be followed. */
  private record Open(KeywordEntry.Composed keyword, Iterator<Step> steps) {}

  /** Goes down without calls, as a chain of keywords may be longer than the stack is deep. */
  private void visit(KeywordEntry.Composed first) {
    if (!enter(first)) {
      return;
    }
    while (!way.isEmpty()) {
      Open top = way.get(way.size() - 1);
      if (!top.steps().hasNext()) {
        way.remove(way.size() - 1);
        onWay.remove(top.keyword().block());
        continue;
      }
      Step step = top.steps().next();
      Optional<KeywordEntry> called = index.called(step);
      if (called.isPresent() && called.get() instanceof KeywordEntry.Composed composed) {
        if (onWay.contains(composed.block())) {
          report(top.keyword(), step, circle(composed));
        } else {
          enter(composed);
        }
      }
    }
  }

  private boolean enter(KeywordEntry.Composed keyword) {
    if (!done.add(keyword.block())) {
      return false;
    }
    way.add(new Open(keyword, keyword.block().activeSteps(Section.STEPS).iterator()));
    onWay.add(keyword.block());
    return true;
  }

  private List<KeywordEntry.Composed> circle(KeywordEntry.Composed from) {
    List<KeywordEntry.Composed> all = way.stream().map(Open::keyword).toList();
    return all.subList(all.indexOf(from), all.size());
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
