package elmtable.check.rules;

import elmtable.binding.LocatorSyntax;
import elmtable.binding.VisibleNames;
import elmtable.block.PageBlock;
import elmtable.browser.Locator;
import elmtable.check.rules.step.PropertyChecks;
import elmtable.check.rules.step.TemplateChecks;
import elmtable.formula.Formula;
import elmtable.formula.Template;
import elmtable.project.Project;
import elmtable.project.entry.NamePattern;
import elmtable.text.Diagnostic;
import elmtable.text.Names;
import elmtable.text.Nearest;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Checks a page: how its elements are located, and that references in locators are placeholders of
 * the name.
 */
final class PageChecks {
  /** Parts of CSS and XPath that count. */
  private static final Pattern POSITION =
      Pattern.compile(
          ":nth-[a-z-]+\\([^)]*\\)|:(first|last|only)-(child|of-type)|\\[ *\\d+ *\\]|position\\(\\)|last\\(\\)");

  /** The ways of locating whose languages can count. */
  private static final List<Locator.By> COUNTING = Arrays.asList(Locator.By.CSS, Locator.By.XPATH);

  private final Project project;
  private final List<Diagnostic> problems = new ArrayList<>();

  PageChecks(Project project) {
    this.project = project;
  }

  List<Diagnostic> check(PageBlock page) {
    VisibleNames names = VisibleNames.of(page.block(), project);
    page.path()
        .ifPresent(path ->
            TemplateChecks.check(Template.of(path.value()), path.valueRange(), names, problems));
    if (page.hasLocators()) {
      List<PageBlock.Element> elements = page.elements();
      for (PageBlock.Element element : elements) {
        way(element);
        locator(element, names);
        surrounding(element, elements);
      }
    }
    return problems;
  }

  /** What an element lives in is an element of the same page, and not itself however far round. */
  private void surrounding(PageBlock.Element element, List<PageBlock.Element> elements) {
    if (element.in().isEmpty()) {
      return;
    }
    Range range = element.row().cell("in").range();
    Optional<PageBlock.Element> found = surroundingOf(element, elements);
    if (found.isEmpty()) {
      List<String> known = elements.stream().map(PageBlock.Element::name).toList();
      problems.add(
          PropertyChecks.unknown(Problem.UNKNOWN_ELEMENT, "element", element.in(), range, known));
      return;
    }
    Graphs<PageBlock.Element> graph =
        new Graphs<>(
            each -> Names.key(each.name()),
            Comparator.comparing(each -> each.row().row().range().line()),
            each -> surroundingOf(each, elements).stream().toList());
    Optional<List<PageBlock.Element>> circle = graph.closedBy(element, found.get());
    if (circle.isPresent()) {
      problems.add(
          new Diagnostic(
              Problem.FRAME_CIRCLE,
              range,
              "An element may not live in itself: "
                  + Graphs.inWords(circle.get(), PageBlock.Element::name)
                  + "."));
    }
  }

  private static Optional<PageBlock.Element> surroundingOf(
      PageBlock.Element element, List<PageBlock.Element> elements) {
    return element.in().isEmpty()
        ? Optional.empty()
        : elements.stream().filter(each -> Names.same(each.name(), element.in())).findFirst();
  }

  private void way(PageBlock.Element element) {
    String by = element.by();
    if (Locator.By.named(by).isEmpty()) {
      Range range = element.row().cell("by").range();
      problems.add(
          new Diagnostic(
              Problem.UNKNOWN_LOCATOR_KIND,
              range,
              (by.isEmpty()
                      ? "It does not say how the element is located"
                      : "No element is located by “" + by + "”")
                  + "; there are "
                  + String.join(", ", Locator.By.words())
                  + ".",
              Nearest.to(by, Locator.By.words()).fixes(range)));
    }
  }

  private void locator(PageBlock.Element element, VisibleNames names) {
    Range range = element.row().cell("locator").range();
    Template locator = element.locator();
    if (locator.isBlank()) {
      problems.add(
          new Diagnostic(
              Problem.BAD_PROPERTY_VALUE,
              range,
              "“" + element.name() + "” has no locator, so nothing finds it."));
      return;
    }
    TemplateChecks.grammar(locator, range, problems);
    Locator.By.named(element.by())
        .flatMap(by -> LocatorSyntax.objection(by, locator))
        .ifPresent(objection ->
            problems.add(
                new Diagnostic(
                    Problem.BAD_LOCATOR, range, "“" + locator.source() + "” " + objection)));
    Matcher position = POSITION.matcher(locator.source());
    if (position.find() && COUNTING.contains(Locator.By.named(element.by()).orElse(null))) {
      problems.add(
          new Diagnostic(
              Problem.POSITION_LOCATOR,
              range.part(position.start(), position.end()),
              "This counts positions, so the locator finds something else when the page gets"
                  + " another part; locate by what it says or is called."));
    }
    List<String> places =
        NamePattern.of(element.name()).placeholders().stream().map(Names::key).toList();
    for (Formula.Reference reference : locator.references()) {
      if (!places.contains(Names.key(reference.written())) && names.origin(reference).isEmpty()) {
        problems.add(
            new Diagnostic(
                Problem.UNKNOWN_REFERENCE,
                range.part(reference.start(), reference.end()),
                "“"
                    + reference.written()
                    + "” is neither a place in the element's name nor a value of the environment."));
      }
    }
  }
}
