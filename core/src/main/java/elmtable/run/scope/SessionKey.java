package elmtable.run.scope;

import elmtable.formula.Value;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Printer;
import elmtable.language.Section;
import elmtable.language.Step;
import elmtable.plan.CaseOrder.Part;
import elmtable.project.ProjectIndex;
import elmtable.project.entry.KeywordEntry;
import elmtable.text.Names;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** All that a kept session depends on, so that a change of any of it asks for a new session. */
final class SessionKey {
  private SessionKey() {}

  /**
   * @param shown the fixture's name as it is filled in
   * @param needs what the fixtures gave that it needs
   */
  static String of(
      CaseSession session, Part part, String shown, Map<String, Map<String, Value>> needs) {
    ProjectIndex index = session.request().project().index();
    List<String> parts = new ArrayList<>();
    parts.add("fixture " + Names.key(shown));
    parts.add("environment " + session.executable().environment());
    texts(session.values().environment()).forEach((name, text) -> parts.add(name + "=" + text));
    parts.add("browser " + session.executable().browser());
    index
        .named(BlockKind.BROWSER, session.executable().browser())
        .ifPresent(browser -> parts.add(Printer.print(browser.block())));
    new TreeMap<>(needs)
        .forEach(
            (as, given) -> texts(given).forEach((n, text) -> parts.add(as + "/" + n + "=" + text)));
    bodies(part.located().block(), index).forEach(block -> parts.add(Printer.print(block)));
    return String.join("\n", parts);
  }

  private static Map<String, String> texts(Map<String, Value> values) {
    Map<String, String> texts = new TreeMap<>();
    values.forEach((name, value) -> texts.put(name, value.text()));
    return texts;
  }

  /** The fixture's block and those of all keywords that it calls. */
  private static List<Block> bodies(Block fixture, ProjectIndex index) {
    List<Block> bodies = new ArrayList<>();
    Set<Block> seen = new HashSet<>();
    Deque<Block> open = new ArrayDeque<>(List.of(fixture));
    while (!open.isEmpty()) {
      Block block = open.poll();
      if (!seen.add(block)) {
        continue;
      }
      bodies.add(block);
      for (Section section : List.of(Section.SET_UP, Section.STEPS)) {
        for (Step step : block.activeSteps(section)) {
          index
              .called(step)
              .filter(KeywordEntry.Composed.class::isInstance)
              .map(keyword -> ((KeywordEntry.Composed) keyword).block())
              .ifPresent(open::add);
        }
      }
    }
    return bodies;
  }
}
