package elmtable.project;

import elmtable.block.EnvironmentBlock;
import elmtable.block.ValuesTable;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Section;
import elmtable.project.Symbol.Space;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.DataEntry;
import elmtable.project.entry.ElementEntry;
import elmtable.project.entry.KeywordEntry;
import elmtable.project.entry.NamedBlock;
import elmtable.project.entry.PageEntry;
import elmtable.text.Names;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * What entries of a document answer to those who look something up in it, by what they ask for. How
 * a thing is made inside, as a keyword's steps or an element's locator, is no part of the answer.
 */
final class SymbolFacts {
  private SymbolFacts() {}

  static Map<Symbol, Object> of(Entries entries) {
    Map<Symbol, Object> facts = new HashMap<>();
    for (KeywordEntry.Composed keyword : entries.keywords()) {
      String key = Names.key(keyword.signature().name());
      put(facts, new Symbol(Space.KEYWORD, key), List.of(keyword.signature(), keyword.isDraft()));
      if (!keyword.signature().phrases().isEmpty()) {
        put(facts, new Symbol(Space.PHRASE, key), keyword.signature());
      }
    }
    Map<Symbol, List<String>> elements = new HashMap<>();
    for (PageEntry page : entries.pages()) {
      List<String> names = page.elements().stream().map(ElementEntry::name).toList();
      put(facts, new Symbol(Space.PAGE, Names.key(page.name())), names);
      for (ElementEntry element : page.elements()) {
        elements.computeIfAbsent(symbol(element), s -> new ArrayList<>()).add(element.fullName());
      }
    }
    elements.forEach((symbol, names) -> put(facts, symbol, names));
    for (DataEntry set : entries.dataSets()) {
      put(facts, new Symbol(Space.DATA_SET, Names.key(set.name())), set.located().block());
    }
    for (NamedBlock block : entries.named()) {
      String key = Names.key(block.name());
      if (block.block().kind() == BlockKind.ENVIRONMENT) {
        put(facts, new Symbol(Space.ENVIRONMENT_VALUES, key), block.block());
      }
      put(facts, new Symbol(Space.valueOf(block.block().kind().name()), key), fact(block.block()));
    }
    for (String key : DocumentIndex.published(entries.blocks())) {
      put(facts, new Symbol(Space.PUBLISHED, key), true);
    }
    for (CaseEntry entry : entries.cases()) {
      put(
          facts,
          new Symbol(Space.CASE, entry.key()),
          List.of(
              entry.isDraft(),
              entry.mayRun(),
              entry.own().after().names(),
              entry.block().activeSteps(Section.STEPS).isEmpty()));
    }
    return facts;
  }

  /** Of two things with one name both count, as either may be the one that is found. */
  private static void put(Map<Symbol, Object> facts, Symbol symbol, Object fact) {
    facts.merge(symbol, fact, List::of);
  }

  /** What an environment's values are is no part of the answer, only their names and addresses. */
  private static Object fact(Block block) {
    if (block.kind() != BlockKind.ENVIRONMENT) {
      return block;
    }
    List<String> names = new ArrayList<>();
    EnvironmentBlock environment = new EnvironmentBlock(block);
    environment.like().ifPresent(like -> names.add(like.written()));
    for (ValuesTable.Entry entry : environment.values().entries()) {
      names.add(entry.name() + "|" + entry.secret());
      if (entry.value().source().contains("://")) {
        names.add(entry.value().source());
      }
    }
    return names;
  }

  static Symbol symbol(ElementEntry element) {
    return element.pattern().hasPlaceholders()
        ? Symbol.patterns()
        : new Symbol(Space.ELEMENT, Names.key(element.name()));
  }
}
