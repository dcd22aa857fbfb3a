package elmtable.project;

import elmtable.block.CaseBlock;
import elmtable.block.SuiteOrCase;
import elmtable.language.Block;
import elmtable.language.Line;
import elmtable.language.SectionBody;
import elmtable.project.entry.CaseEntry;
import elmtable.text.Diagnostic;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.Map;
import java.util.Optional;

/**
 * What a case says about its rows: conditions and keys of its own or else its suite's, kinds of its
 * own, and a condition of one data section.
 */
final class CaseShaping {
  private final CaseEntry entry;
  private final Map<String, Line.Property> properties = new HashMap<>();
  private final Map<Line.Property, Boolean> ofSuite = new IdentityHashMap<>();

  /**
   * @param section one of the case's own data sections, or null
   */
  CaseShaping(CaseEntry entry, SectionBody section) {
    this.entry = entry;
    entry.ofSuite().flatMap(SuiteOrCase::where).ifPresent(this::take);
    entry.ofSuite().flatMap(SuiteOrCase::key).ifPresent(this::take);
    CaseBlock own = entry.own();
    own.where().ifPresent(this::takeOwn);
    own.key().ifPresent(this::takeOwn);
    own.kinds().ifPresent(this::takeOwn);
    if (section != null) {
      section.properties().stream()
          .filter(property -> property.word().equals("where"))
          .forEach(this::takeOwn);
    }
  }

  private void take(Line.Property property) {
    ofSuite.put(property, true);
    properties.put(property.word(), property);
  }

  private void takeOwn(Line.Property property) {
    properties.put(property.word(), property);
  }

  Optional<Line.Property> property(String word) {
    return Optional.ofNullable(properties.get(word))
        .filter(property -> !property.value().equalsIgnoreCase("none"));
  }

  boolean isNone() {
    return properties.isEmpty();
  }

  /** A problem of the suite's property is one of the case that has no such column. */
  Diagnostic inTheCase(Diagnostic problem) {
    Block block = entry.block();
    boolean own =
        block.properties().stream().anyMatch(p -> p.range().line() == problem.range().line())
            || ofSuite.isEmpty();
    return own
        ? problem
        : new Diagnostic(
            problem.problem(), block.nameRange(), "Of its suite: " + problem.message());
  }
}
