package elmtable.check;

import elmtable.binding.VisibleNames;
import elmtable.browser.Locator;
import elmtable.formula.Formula;
import elmtable.formula.Template;
import elmtable.language.Block;
import elmtable.language.Section;
import elmtable.language.SectionTable;
import elmtable.project.ElementPattern;
import elmtable.project.ProjectIndex;
import elmtable.text.Diagnostic;
import elmtable.text.Fix;
import elmtable.text.Names;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Checks a page: how its elements are located, and that references in locators are places of the
 * name.
 */
final class PageChecks {
  /** Parts of CSS and XPath that count. */
  private static final Pattern POSITION =
      Pattern.compile(
          ":nth-[a-z-]+\\([^)]*\\)|:(first|last|only)-(child|of-type)|\\[ *\\d+ *\\]|position\\(\\)|last\\(\\)");

  private PageChecks() {}

  static List<Diagnostic> check(Block page, ProjectIndex index) {
    List<Diagnostic> problems = new ArrayList<>();
    VisibleNames names = VisibleNames.of(page, index);
    page.property("path")
        .ifPresent(path ->
            TemplateChecks.check(Template.of(path.value()), path.valueRange(), names, problems));
    Optional<SectionTable> table = page.section(Section.ELEMENTS).map(SectionTable::of);
    if (table.isPresent() && table.get().columns().containsAll(List.of("by", "locator"))) {
      for (SectionTable.Row row : table.get().rows()) {
        way(row, problems);
        locator(row, names, problems);
      }
    }
    return problems;
  }

  private static void way(SectionTable.Row row, List<Diagnostic> problems) {
    String by = row.text("by");
    if (Locator.By.named(by).isEmpty()) {
      Range range = row.cell("by").range();
      Optional<String> near = Names.nearest(by, Locator.By.words());
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
              near.map(word -> Fix.replace("Use " + word, range, word)).stream()
                  .toArray(Fix[]::new)));
    }
  }

  private static void locator(SectionTable.Row row, VisibleNames names, List<Diagnostic> problems) {
    Range range = row.cell("locator").range();
    Template locator = Template.of(row.source("locator"));
    if (locator.isBlank()) {
      problems.add(
          new Diagnostic(
              Problem.BAD_PROPERTY_VALUE,
              range,
              "“" + row.text("element") + "” has no locator, so nothing finds it."));
      return;
    }
    TemplateChecks.grammar(locator, range, problems);
    Matcher position = POSITION.matcher(locator.source());
    if (position.find()
        && List.of("css", "xpath").contains(row.text("by").toLowerCase(Locale.ROOT))) {
      problems.add(
          new Diagnostic(
              Problem.POSITION_LOCATOR,
              range.part(position.start(), position.end()),
              "This counts positions, so the locator finds something else when the page gets"
                  + " another part; locate by what it says or is called."));
    }
    List<String> places =
        ElementPattern.of(row.source("element")).places().stream().map(Names::key).toList();
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
