package elmtable.project;

import elmtable.project.Symbol.Space;
import elmtable.project.entry.PageEntry;
import elmtable.text.Names;
import java.util.Collection;
import java.util.HashSet;
import java.util.Map;
import java.util.Objects;
import java.util.Set;

/**
 * What another version of some documents means to what looked things up in them: the symbols that
 * answer differently. How a thing is made inside, as a keyword's steps or an element's locator, is
 * no part of the answer.
 */
public final class SymbolChanges {
  private SymbolChanges() {}

  /**
   * @param before by path; the documents that are the same object in both are passed over
   */
  public static Set<Symbol> between(
      Map<String, DocumentIndex> before, Map<String, DocumentIndex> now) {
    Set<Symbol> changed = new HashSet<>();
    now.forEach((path, index) -> {
      DocumentIndex old = before.get(path);
      if (old != index) {
        compare(old == null ? Entries.NONE : Entries.of(old), Entries.of(index), changed);
      }
    });
    before.forEach((path, index) -> {
      if (!now.containsKey(path)) {
        compare(Entries.of(index), Entries.NONE, changed);
      }
    });
    hiddenElements(before.values(), changed);
    hiddenElements(now.values(), changed);
    return changed;
  }

  /** A page that comes or goes may hide or show the elements of another one of its name. */
  private static void hiddenElements(Collection<DocumentIndex> documents, Set<Symbol> changed) {
    if (changed.stream().noneMatch(symbol -> symbol.space() == Space.PAGE)) {
      return;
    }
    for (DocumentIndex index : documents) {
      for (PageEntry page : index.pages()) {
        if (changed.contains(new Symbol(Space.PAGE, Names.key(page.name())))) {
          changed.add(Symbol.all(Space.ELEMENT));
          page.elements().forEach(element -> changed.add(SymbolFacts.symbol(element)));
        }
      }
    }
  }

  private static void compare(Entries before, Entries now, Set<Symbol> changed) {
    Map<Symbol, Object> old = SymbolFacts.of(before.otherThanIn(now));
    Map<Symbol, Object> own = SymbolFacts.of(now.otherThanIn(before));
    Set<Symbol> all = new HashSet<>(old.keySet());
    all.addAll(own.keySet());
    for (Symbol symbol : all) {
      if (!Objects.equals(old.get(symbol), own.get(symbol))) {
        changed.add(symbol);
        changed.add(Symbol.all(symbol.space()));
      }
    }
  }
}
