package elmtable.binding;

import elmtable.browser.Locator;
import elmtable.browser.Target;
import elmtable.formula.EvaluationContext;
import elmtable.formula.Evaluator;
import elmtable.formula.FormulaException;
import elmtable.formula.Value;
import elmtable.formula.ValueLookup;
import elmtable.project.ProjectIndex;
import elmtable.project.entry.ElementEntry;
import elmtable.project.entry.PageEntry;
import elmtable.text.Names;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Makes of an element's name, all values filled in, what a browser looks for. */
public final class ElementResolver {
  private final ProjectIndex index;
  private final ElementFinder finder;
  private final ValueLookup around;
  private final EvaluationContext context;

  /**
   * @param around where references of locators are looked up that are no placeholders of the
   *     element's name
   */
  public ElementResolver(ProjectIndex index, ValueLookup around, EvaluationContext context) {
    this.index = index;
    this.finder = new ElementFinder(index);
    this.around = around;
    this.context = context;
  }

  /** Throws {@link FormulaException} where the name fits no element, or several. */
  public Target resolve(String name, List<String> pagesInForce) {
    return switch (finder.find(name, pagesInForce)) {
      case ElementFinder.Found.One one -> target(name, one);
      case ElementFinder.Found.None none ->
          throw new FormulaException(
              "Element “" + name + "” not found." + none.nearest().question());
      case ElementFinder.Found.Several several ->
          throw new FormulaException(
              "“"
                  + name
                  + "” fits several elements: "
                  + String.join(
                      ", ", several.elements().stream().map(ElementEntry::fullName).toList())
                  + ".");
    };
  }

  private Target target(String name, ElementFinder.Found.One one) {
    Map<String, Value> values = new HashMap<>();
    one.values().forEach((place, value) -> values.put(Names.key(place), value));
    ValueLookup placeholders =
        path -> Optional.ofNullable(path.size() == 1 ? values.get(Names.key(path.get(0))) : null);
    Evaluator evaluator = new Evaluator(placeholders.orElse(around), context);
    return new Target(
        name, locator(one.element(), evaluator), surroundings(one.element(), evaluator));
  }

  private static Locator locator(ElementEntry element, Evaluator evaluator) {
    return LocatorValues.fill(element.by(), element.locator(), evaluator);
  }

  /** What an element lives in, the outermost first; a circle is told by the check. */
  private List<Target> surroundings(ElementEntry element, Evaluator evaluator) {
    LinkedList<Target> targets = new LinkedList<>();
    Set<ElementEntry> seen = new HashSet<>();
    PageEntry page = index.page(element.page()).orElseThrow();
    for (Optional<ElementEntry> around = page.surrounding(element);
        around.isPresent() && seen.add(around.get());
        around = page.surrounding(around.get())) {
      targets.addFirst(new Target(around.get().name(), locator(around.get(), evaluator)));
    }
    return targets;
  }
}
