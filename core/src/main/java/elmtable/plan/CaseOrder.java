package elmtable.plan;

import elmtable.block.FixtureBlock;
import elmtable.block.FixtureList;
import elmtable.block.Scope;
import elmtable.formula.Template;
import elmtable.language.BlockKind;
import elmtable.language.Document.LocatedBlock;
import elmtable.language.Moment;
import elmtable.language.Section;
import elmtable.project.Project;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.FixtureMatch;
import elmtable.project.entry.HookEntry;
import elmtable.project.entry.NamedBlock;
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
  public enum Phase {
    BEFORE,
    STEPS,
    AFTER
  }

  /**
   * One part.
   *
   * @param kind a hook, a fixture, the suite or the case
   * @param name the fixture's, suite's or case's, or the hook's moment
   * @param line counted from 1
   * @param located what it is written in
   * @param fixture of a fixture, how it is filled in; null for others
   */
  public record Part(
      Phase phase,
      BlockKind kind,
      Scope scope,
      String name,
      String document,
      int line,
      LocatedBlock located,
      Filling fixture) {}

  /**
   * A fixture with its places filled in, everything as the case would write it.
   *
   * @param key the same for parts that mean one filling
   * @param places by their names
   * @param needs the keys of what it needs, by how it calls them
   */
  public record Filling(String key, Map<String, String> places, Map<String, String> needs) {}

  /** From the outermost to the innermost. */
  private static final List<Scope> SCOPES = List.of(Scope.RUN, Scope.SUITE, Scope.ROWS, Scope.CASE);

  private final Project project;
  private final CaseEntry entry;
  private final List<Part> before = new ArrayList<>();
  private final List<Part> after = new ArrayList<>();

  /** By the key of what they are asked for as. */
  private final Map<String, Asked> fixtures = new LinkedHashMap<>();

  /**
   * A fixture that the case needs.
   *
   * @param name with its places filled in as they are written
   */
  private record Asked(String name, NamedBlock named, Filling filling) {
    FixtureBlock block() {
      return new FixtureBlock(named.block());
    }
  }

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

  /** The hooks round each step that is written in a case's sections; those behind it in reverse. */
  public static List<Part> roundSteps(
      Phase phase, Project project, CaseEntry entry, List<String> tags) {
    List<Part> parts = new ArrayList<>();
    Moment moment = phase == Phase.BEFORE ? Moment.BEFORE_STEP : Moment.AFTER_STEP;
    new CaseOrder(project, entry).hooks(moment, phase, Scope.CASE, tags, parts);
    return phase == Phase.BEFORE ? parts : parts.reversed();
  }

  private List<Part> parts(List<String> tags) {
    entry.fixtures().forEach(use -> withNeeds(use.name()));
    for (Scope scope : SCOPES) {
      hooks(Phase.BEFORE, scope, tags, before);
      List<Part> back = new ArrayList<>();
      for (Asked fixture : fixtures.values()) {
        if (fixture.block().scope() == scope) {
          fixture(fixture, scope, back);
        }
      }
      hooks(Phase.AFTER, scope, tags, after);
      after.addAll(back);
    }
    suiteSections();
    sections(BlockKind.CASE, entry.name(), entry.located());
    List<Part> all = new ArrayList<>(before);
    all.add(
        part(Phase.STEPS, BlockKind.CASE, Scope.CASE, entry.name(), entry.path(), entry.located()));
    Collections.reverse(after);
    all.addAll(after);
    return all;
  }

  /** A fixture behind those it needs; a circle, which is an error of its own, ends the search. */
  private void withNeeds(String name) {
    Optional<FixtureMatch> found = project.index().fixture(name);
    String key = Names.key(name);
    if (found.isEmpty() || fixtures.containsKey(key)) {
      return;
    }
    Map<String, String> places = found.get().places();
    Map<String, String> needs = new LinkedHashMap<>();
    Asked asked = new Asked(name, found.get().named(), new Filling(key, places, needs));
    fixtures.put(key, asked);
    for (FixtureList.Use use : asked.block().needs().uses()) {
      String needed = filledIn(use.name(), places);
      needs.put(Names.key(use.alias().isEmpty() ? use.name() : use.alias()), Names.key(needed));
      withNeeds(needed);
    }
    // What it needs comes before it.
    fixtures.remove(key);
    fixtures.put(key, asked);
  }

  /** A name in which a fixture's places stand, as the case would write it. */
  private static String filledIn(String name, Map<String, String> places) {
    StringBuilder filled = new StringBuilder();
    int end = 0;
    for (Template.Part part : Template.of(name).parts()) {
      if (part instanceof Template.Expression) {
        String written = name.substring(part.start(), part.end());
        String place = Names.key(written.substring(1, written.length() - 1));
        filled.append(name, end, part.start()).append(places.getOrDefault(place, written));
        end = part.end();
      }
    }
    return filled.append(name.substring(end)).toString();
  }

  private void fixture(Asked fixture, Scope scope, List<Part> back) {
    before.add(part(Phase.BEFORE, scope, fixture));
    if (!fixture.named().block().activeSteps(Section.TEAR_DOWN).isEmpty()) {
      back.add(part(Phase.AFTER, scope, fixture));
    }
  }

  private static Part part(Phase phase, Scope scope, Asked fixture) {
    NamedBlock named = fixture.named();
    return part(
        phase,
        BlockKind.FIXTURE,
        scope,
        fixture.name(),
        named.path(),
        named.located(),
        fixture.filling());
  }

  private void hooks(Phase phase, Scope scope, List<String> tags, List<Part> parts) {
    if (scope != Scope.ROWS) {
      hooks(Moment.named(phase + " " + scope).orElseThrow(), phase, scope, tags, parts);
    }
  }

  /** Hooks of a moment, by document and line. */
  private void hooks(Moment moment, Phase phase, Scope scope, List<String> tags, List<Part> parts) {
    for (HookEntry hook : project.index().hooks()) {
      if (hook.own().moment().equals(Optional.of(moment)) && hook.own().isFor(tags)) {
        parts.add(part(phase, BlockKind.HOOK, scope, moment.word(), hook.path(), hook.located()));
      }
    }
  }

  private void suiteSections() {
    project
        .document(entry.path())
        .flatMap(document -> document.document().suite())
        .ifPresent(suite -> sections(BlockKind.SUITE, entry.suiteName(), suite));
  }

  private void sections(BlockKind kind, String name, LocatedBlock located) {
    if (!located.block().activeSteps(Section.SET_UP).isEmpty()) {
      before.add(part(Phase.BEFORE, kind, Scope.CASE, name, entry.path(), located));
    }
    if (!located.block().activeSteps(Section.TEAR_DOWN).isEmpty()) {
      after.add(part(Phase.AFTER, kind, Scope.CASE, name, entry.path(), located));
    }
  }

  private static Part part(
      Phase phase,
      BlockKind kind,
      Scope scope,
      String name,
      String document,
      LocatedBlock located) {
    return part(phase, kind, scope, name, document, located, null);
  }

  private static Part part(
      Phase phase,
      BlockKind kind,
      Scope scope,
      String name,
      String document,
      LocatedBlock located,
      Filling fixture) {
    int line = located.headerLine() + 1;
    return new Part(phase, kind, scope, name, document, line, located, fixture);
  }
}
