package elmtable.project;

import elmtable.formula.Template;
import elmtable.language.Block;
import elmtable.language.Document.Placed;
import elmtable.language.Lists;
import elmtable.text.Names;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** A case with what it inherits from its suite. */
public record CaseEntry(String path, Placed placed, String suiteName, Optional<Block> suite) {
  public Block block() {
    return placed.block();
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

  /** The suite's tags and its own. */
  public List<String> tags() {
    return added("tags");
  }

  public List<String> pages() {
    return added("pages");
  }

  public List<String> fixtures() {
    return added("fixtures");
  }

  /** The cases that it runs after, as written. */
  public List<String> after() {
    String names = block().value("after");
    return names.equalsIgnoreCase("none") ? List.of() : Lists.split(names);
  }

  public boolean isDraft() {
    return block().isYes("draft");
  }

  public boolean mayRun() {
    return !block().value("run").equalsIgnoreCase("no");
  }

  /** A property that replaces the suite's; {@code none} takes it away. */
  public Optional<String> effective(String word) {
    Optional<String> own = block().property(word).map(line -> line.value());
    Optional<String> value =
        own.or(() -> suite.flatMap(s -> s.property(word)).map(line -> line.value()));
    return value.filter(v -> !v.equalsIgnoreCase("none"));
  }

  private List<String> added(String word) {
    Set<String> all = new LinkedHashSet<>();
    suite.ifPresent(block -> all.addAll(block.list(word)));
    String own = block().value(word);
    if (own.equalsIgnoreCase("none")) {
      return List.of();
    }
    all.addAll(Lists.split(own));
    return new ArrayList<>(all);
  }
}
