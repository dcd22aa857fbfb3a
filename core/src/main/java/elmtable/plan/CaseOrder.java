package elmtable.plan;

import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Document.Placed;
import elmtable.language.Lists;
import elmtable.language.Section;
import elmtable.language.TagExpression;
import elmtable.project.CaseEntry;
import elmtable.project.NamedBlock;
import elmtable.project.Project;
import elmtable.project.SourceDocument;
import elmtable.text.Names;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What surrounds a case, in the order in which it is carried out: hooks and fixtures of the run, of
 * the suite and of the case, then the set-ups, the steps, and everything back in reverse.
 */
public final class CaseOrder {
  /** When a part of the order comes: on the way in, the case's own steps, or on the way back. */
  public enum Moment {
    BEFORE,
    STEPS,
    AFTER
  }

  /**
   * One part.
   *
   * @param what {@code hook}, {@code fixture}, {@code suite}, {@code case}
   * @param scope {@code run}, {@code suite} or {@code case}
   * @param name the fixture's, suite's or case's, or the hook's moment
   * @param line counted from 1
   */
  public record Part(
      Moment moment, String what, String scope, String name, String document, int line) {}

  private static final List<String> SCOPES = List.of("run", "suite", "case");

  private final Project project;
  private final CaseEntry entry;
  private final List<Part> before = new ArrayList<>();
  private final List<Part> after = new ArrayList<>();
  private final Map<String, NamedBlock> fixtures = new LinkedHashMap<>();

  private CaseOrder(Project project, CaseEntry entry) {
    this.project = project;
    this.entry = entry;
  }

  /**
   * @param tags the executable case's, which hooks with {@code only} look at
   */
  public static List<Part> of(Project project, CaseEntry entry, List<String> tags) {
    return new CaseOrder(project, entry).parts(tags);
  }

  private List<Part> parts(List<String> tags) {
    entry.fixtures().forEach(name -> withNeeds(name));
    for (String scope : SCOPES) {
      hooks("before " + scope, scope, tags, Moment.BEFORE, before);
      List<Part> back = new ArrayList<>();
      for (NamedBlock fixture : fixtures.values()) {
        if (scopeOf(fixture).equals(scope)) {
          fixture(fixture, scope, back);
        }
      }
      List<Part> hooksBack = new ArrayList<>();
      hooks("after " + scope, scope, tags, Moment.AFTER, hooksBack);
      after.addAll(hooksBack);
      after.addAll(back);
    }
    suiteSections();
    caseSections();
    List<Part> all = new ArrayList<>(before);
    all.add(part(Moment.STEPS, "case", "case", entry.name(), entry.path(), entry.placed()));
    Collections.reverse(after);
    all.addAll(after);
    return all;
  }

  /** A fixture behind those it needs; a circle, which is an error of its own, ends the search. */
  private void withNeeds(String name) {
    Optional<NamedBlock> found = project.index().named(BlockKind.FIXTURE, name);
    String key = Names.key(name);
    if (found.isEmpty() || fixtures.containsKey(key)) {
      return;
    }
    fixtures.put(key, found.get());
    Lists.split(found.get().block().value("needs")).forEach(this::withNeeds);
    // What it needs comes before it.
    fixtures.remove(key);
    fixtures.put(key, found.get());
  }

  private static String scopeOf(NamedBlock fixture) {
    String scope = Names.key(fixture.block().value("scope"));
    return SCOPES.contains(scope) ? scope : "case";
  }

  private void fixture(NamedBlock fixture, String scope, List<Part> back) {
    before.add(
        part(Moment.BEFORE, "fixture", scope, fixture.name(), fixture.path(), fixture.placed()));
    if (!fixture.block().steps(Section.TEAR_DOWN).isEmpty()) {
      back.add(
          part(Moment.AFTER, "fixture", scope, fixture.name(), fixture.path(), fixture.placed()));
    }
  }

  /** Hooks of a moment, by document and line. */
  private void hooks(
      String name, String scope, List<String> tags, Moment moment, List<Part> parts) {
    for (SourceDocument document : project.documents().values()) {
      for (Placed placed : document.document().blocks()) {
        Block block = placed.block();
        if (block.kind() == BlockKind.HOOK
            && Names.same(block.name(), name)
            && applies(block, tags)) {
          parts.add(part(moment, "hook", scope, name, document.path(), placed));
        }
      }
    }
  }

  private static boolean applies(Block hook, List<String> tags) {
    try {
      return TagExpression.read(hook.value("only")).accepts(tags);
    } catch (TagExpression.UnreadableException wrong) {
      // The hook carries the problem itself and does not run.
      return false;
    }
  }

  private void suiteSections() {
    Optional<Placed> suite =
        project.document(entry.path()).flatMap(document -> document.document().suite());
    if (suite.isPresent()) {
      sections("suite", entry.suiteName(), suite.get());
    }
  }

  private void caseSections() {
    sections("case", entry.name(), entry.placed());
  }

  private void sections(String what, String name, Placed placed) {
    if (!placed.block().steps(Section.SET_UP).isEmpty()) {
      before.add(part(Moment.BEFORE, what, "case", name, entry.path(), placed));
    }
    if (!placed.block().steps(Section.TEAR_DOWN).isEmpty()) {
      after.add(part(Moment.AFTER, what, "case", name, entry.path(), placed));
    }
  }

  private static Part part(
      Moment moment, String what, String scope, String name, String document, Placed placed) {
    return new Part(moment, what, scope, name, document, placed.headerLine() + 1);
  }
}
