package elmtable.refactoring;

import elmtable.language.Document.LocatedBlock;
import elmtable.language.Section;
import elmtable.language.Step;
import elmtable.project.Project;
import elmtable.project.SourceDocument;
import elmtable.text.Names;
import java.util.HashMap;
import java.util.Map;

/** How often each keyword is called. */
public final class Calls {
  private Calls() {}

  /** By the key of the keyword's name; one that nobody calls is not there. */
  public static Map<String, Integer> of(Project project) {
    Map<String, Integer> calls = new HashMap<>();
    for (SourceDocument document : project.documents().values()) {
      for (LocatedBlock located : document.document().blocks()) {
        for (Section section : Uses.STEPS) {
          for (Step step : located.block().activeSteps(section)) {
            project
                .index()
                .called(step)
                .ifPresent(
                    keyword -> calls.merge(Names.key(keyword.signature().name()), 1, Integer::sum));
          }
        }
      }
    }
    return calls;
  }
}
