package elmtable.check.rules.step;

import elmtable.block.NameList;
import elmtable.block.Property;
import elmtable.language.BlockKind;
import elmtable.project.ProjectIndex;
import elmtable.project.entry.DataEntry;
import elmtable.project.entry.NamedBlock;
import elmtable.project.entry.PageEntry;
import elmtable.text.Diagnostic;
import elmtable.text.Names;
import elmtable.text.Nearest;
import elmtable.text.Problem;
import elmtable.text.Range;
import elmtable.text.Sentence;
import java.util.Collection;
import java.util.List;
import java.util.Optional;

/**
 * Checks of properties that several kinds of blocks have. A property that is not there is no
 * problem.
 */
public final class PropertyChecks {
  private final ProjectIndex index;
  private final List<Diagnostic> problems;

  public PropertyChecks(ProjectIndex index, List<Diagnostic> problems) {
    this.index = index;
    this.problems = problems;
  }

  /** Reports properties whose values cannot be read. */
  @SafeVarargs
  public final void readable(Optional<? extends Property<?>>... properties) {
    for (Optional<? extends Property<?>> property : properties) {
      property
          .filter(read -> !read.objection().isEmpty())
          .ifPresent(read -> problems.add(bad(read)));
    }
  }

  private static Diagnostic bad(Property<?> property) {
    return new Diagnostic(
        Problem.BAD_PROPERTY_VALUE,
        property.range(),
        "“" + property.written() + "” " + property.objection());
  }

  public void pages(NameList pages) {
    Collection<String> known = index.pages().stream().map(PageEntry::name).toList();
    for (NameList.Place page : pages.places()) {
      String name = page.name();
      if (index.page(name).isEmpty() && !isNone(name)) {
        problems.add(unknown(Problem.UNKNOWN_PAGE, "page", name, page.range(), known));
      }
    }
  }

  public void browsers(NameList browsers) {
    named(browsers, BlockKind.BROWSER, Problem.UNKNOWN_BROWSER);
  }

  public void environments(NameList environments) {
    named(environments, BlockKind.ENVIRONMENT, Problem.UNKNOWN_ENVIRONMENT);
  }

  public void environment(Optional<Property<String>> like) {
    like.filter(property -> index.named(BlockKind.ENVIRONMENT, property.written()).isEmpty())
        .ifPresent(property ->
            problems.add(
                unknown(
                    Problem.UNKNOWN_ENVIRONMENT,
                    "environment",
                    property.written(),
                    property.range(),
                    names(BlockKind.ENVIRONMENT))));
  }

  private void named(NameList list, BlockKind kind, Problem problem) {
    for (NameList.Place place : list.places()) {
      String name = place.name();
      if (index.named(kind, name).isEmpty() && !isNone(name)) {
        problems.add(unknown(problem, kind.noun(), name, place.range(), names(kind)));
      }
    }
  }

  private List<String> names(BlockKind kind) {
    return index.named(kind).stream().map(NamedBlock::name).toList();
  }

  /** Names of a list that are none of those known. */
  public void known(NameList list, Problem problem, String noun, Collection<String> known) {
    for (NameList.Place place : list.places()) {
      String name = place.name();
      if (known.stream().noneMatch(each -> Names.same(each, name))) {
        problems.add(unknown(problem, noun, name, place.range(), known));
      }
    }
  }

  public void dataSet(Optional<Property<String>> data) {
    data.filter(property -> !property.written().isEmpty() && !property.isNone())
        .filter(property -> index.dataSet(property.written()).isEmpty())
        .ifPresent(property ->
            problems.add(
                unknown(
                    Problem.UNKNOWN_DATA_SET,
                    "data set",
                    property.written(),
                    property.range(),
                    index.dataSets().stream().map(DataEntry::name).toList())));
  }

  private static boolean isNone(String name) {
    return name.equalsIgnoreCase("none");
  }

  public static Diagnostic unknown(
      Problem problem, String noun, String name, Range range, Collection<String> candidates) {
    Nearest near = Nearest.to(name, candidates);
    return new Diagnostic(
        problem,
        range,
        Sentence.capital(noun) + " “" + name + "” not found." + near.question(),
        near.fixes(range));
  }
}
