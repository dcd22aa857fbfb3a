package elmtable.project.entry;

import elmtable.block.CaseBlock;
import elmtable.block.FixtureList;
import elmtable.block.Isolation;
import elmtable.block.NameList;
import elmtable.block.Property;
import elmtable.block.SuiteBlock;
import elmtable.block.SuiteOrCase;
import elmtable.formula.Template;
import elmtable.language.Block;
import elmtable.language.Document.LocatedBlock;
import elmtable.text.Names;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/** A case with what it inherits from its suite. */
public record CaseEntry(
    String path, LocatedBlock located, String suiteName, Optional<Block> suite) {
  public Block block() {
    return located.block();
  }

  /** The name as written, with its references. */
  public String name() {
    return block().name();
  }

  public Template nameTemplate() {
    return Template.of(name());
  }

  /** The same for two cases only where suite and name are. */
  public String key() {
    return keyOf(name());
  }

  /** The key of a case of the same suite. */
  String keyOf(String other) {
    return Names.key(suiteName) + "/" + Names.key(other);
  }

  /** What it says itself. */
  public CaseBlock own() {
    return new CaseBlock(block());
  }

  /** What its suite says for it. */
  public Optional<SuiteBlock> ofSuite() {
    return suite.map(SuiteBlock::new);
  }

  /** The suite's tags and its own. */
  public List<String> tags() {
    return added(SuiteOrCase::tags);
  }

  public List<String> pages() {
    return added(SuiteOrCase::pages);
  }

  /** The fixtures that its suite and it ask for, each filling once. */
  public List<FixtureList.Use> fixtures() {
    FixtureList own = own().fixtures();
    if (own.isNone()) {
      return List.of();
    }
    Map<String, FixtureList.Use> all = new LinkedHashMap<>();
    ofSuite()
        .filter(of -> !of.fixtures().isNone())
        .ifPresent(of -> of.fixtures().uses().forEach(use -> all.putIfAbsent(use.key(), use)));
    own.uses().forEach(use -> all.putIfAbsent(use.key(), use));
    return List.copyOf(all.values());
  }

  /** What shares a browser's state, where the case or its suite says it. */
  public Optional<Isolation> isolation() {
    return effective(SuiteOrCase::isolation);
  }

  /** How long a step waits, where the case or its suite says it. */
  public Optional<Duration> within() {
    return effective(SuiteOrCase::within);
  }

  /** The browsers it names; empty for those chosen. */
  public List<String> browsers() {
    NameList own = own().browsers();
    NameList effective =
        own.line().isPresent() ? own : ofSuite().map(SuiteOrCase::browsers).orElse(own);
    return effective.isNone() ? List.of() : effective.names();
  }

  /** The name of the data set that its rows come from, where it has none of its own. */
  public Optional<String> data() {
    return effective(SuiteOrCase::data);
  }

  public Optional<Duration> timeout() {
    return effective(SuiteOrCase::timeout);
  }

  /** How often it is tried at most. */
  public int tries() {
    return effective(SuiteOrCase::tries).orElse(1);
  }

  /** Whether it may run beside other cases of its suite. */
  public boolean isIndependent() {
    return ofSuite().filter(SuiteBlock::isIndependent).isPresent();
  }

  /** The cases that it runs after. */
  public NameList after() {
    NameList after = own().after();
    return after.isNone() ? NameList.NONE : after;
  }

  public boolean isDraft() {
    return own().isDraft();
  }

  public boolean mayRun() {
    return own().mayRun();
  }

  /** A property that replaces the suite's; {@code none} takes it away. */
  private <T> Optional<T> effective(Function<SuiteOrCase, Optional<Property<T>>> property) {
    return property
        .apply(own())
        .or(() -> ofSuite().flatMap(property))
        .filter(line -> !line.isNone())
        .flatMap(Property::value);
  }

  private List<String> added(Function<SuiteOrCase, NameList> list) {
    NameList own = list.apply(own());
    if (own.isNone()) {
      return List.of();
    }
    Map<String, String> all = new LinkedHashMap<>();
    ofSuite()
        .ifPresent(
            of -> list.apply(of).names().forEach(name -> all.putIfAbsent(Names.key(name), name)));
    own.names().forEach(name -> all.putIfAbsent(Names.key(name), name));
    return List.copyOf(all.values());
  }
}
