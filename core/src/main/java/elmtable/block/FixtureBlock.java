package elmtable.block;

import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.DocumentParser;
import elmtable.language.Section;
import elmtable.language.SectionTable;
import elmtable.language.Step;
import java.time.Duration;
import java.util.List;
import java.util.Optional;

/** A fixture. */
public record FixtureBlock(Block block) {
  public FixtureBlock {
    Kinds.require(block, BlockKind.FIXTURE);
  }

  public String name() {
    return block.name();
  }

  public Optional<Property<Scope>> scopeProperty() {
    return Property.of(
        block,
        "scope",
        Scope::named,
        "is not a scope; there are " + String.join(", ", Scope.words()) + ".");
  }

  public Scope scope() {
    return scopeProperty().flatMap(Property::value).orElse(Scope.CASE);
  }

  /** The names of what it gives. */
  public List<String> gives() {
    return block.section(Section.GIVES).map(SectionTable::of).stream()
        .flatMap(table -> table.rows().stream())
        .map(row -> row.text("name"))
        .filter(name -> !name.isEmpty())
        .toList();
  }

  /** The fixtures that are set up before it. */
  public FixtureList needs() {
    return FixtureList.of(block, "needs");
  }

  public Optional<Property<Duration>> timeout() {
    return Property.duration(block, "timeout");
  }

  public Optional<Property<Integer>> tries() {
    return Property.count(block, "tries", 1, SuiteOrCase.MOST_TRIES);
  }

  public Optional<Property<Duration>> keepSession() {
    return Property.duration(block, "keep session");
  }

  /** The keyword that tells whether a kept session still works. */
  public Optional<Property<String>> check() {
    return Property.text(block, "check");
  }

  /** The check as a step: what is written is its first cell. */
  public Optional<Step> checkStep() {
    return check()
        .flatMap(Property::value)
        .map(written -> DocumentParser.parse("case check\nsteps\n| " + written + " |\n"))
        .flatMap(document -> document.blocks().stream().findFirst())
        .flatMap(located -> located.block().activeSteps(Section.STEPS).stream().findFirst());
  }

  public NameList pages() {
    return NameList.of(block, "pages");
  }
}
