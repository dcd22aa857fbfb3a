package elmtable.check;

import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Durations;
import elmtable.language.Line;
import elmtable.language.Lists;
import elmtable.project.DataEntry;
import elmtable.project.NamedBlock;
import elmtable.project.Project;
import elmtable.project.ProjectIndex;
import elmtable.text.Diagnostic;
import elmtable.text.Fix;
import elmtable.text.Names;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;

/**
 * Checks of properties that several kinds of blocks have. A property that is not there is no
 * problem.
 */
final class PropertyChecks {
  private PropertyChecks() {}

  static void pages(Block block, ProjectIndex index, List<Diagnostic> problems) {
    names(
        block,
        "pages",
        problems,
        name -> index.page(name).isPresent(),
        (property, name) -> StepChecks.unknownPage(index, name, rangeOf(property, name)));
  }

  static void fixtures(Block block, ProjectIndex index, List<Diagnostic> problems) {
    names(
        block,
        "fixtures",
        problems,
        name -> name.equalsIgnoreCase("none") || index.named(BlockKind.FIXTURE, name).isPresent(),
        (property, name) ->
            unknown(
                Problem.UNKNOWN_FIXTURE,
                "fixture",
                name,
                rangeOf(property, name),
                index.named(BlockKind.FIXTURE).stream().map(NamedBlock::name).toList()));
  }

  static void browsers(Block block, ProjectIndex index, List<Diagnostic> problems) {
    names(
        block,
        "browsers",
        problems,
        name -> index.named(BlockKind.BROWSER, name).isPresent(),
        (property, name) ->
            unknown(
                Problem.UNKNOWN_BROWSER,
                "browser",
                name,
                rangeOf(property, name),
                index.named(BlockKind.BROWSER).stream().map(NamedBlock::name).toList()));
  }

  private interface Report {
    Diagnostic of(Line.Property property, String name);
  }

  private static void names(
      Block block,
      String word,
      List<Diagnostic> problems,
      Function<String, Boolean> known,
      Report report) {
    Optional<Line.Property> property = block.property(word);
    if (property.isPresent()) {
      for (String name : Lists.split(property.get().value())) {
        if (!known.apply(name) && !name.equalsIgnoreCase("none")) {
          problems.add(report.of(property.get(), name));
        }
      }
    }
  }

  static Range rangeOf(Line.Property property, String name) {
    int start = property.value().indexOf(name);
    return property.valueRange().part(start, start + name.length());
  }

  static Diagnostic unknown(
      Problem problem, String noun, String name, Range range, List<String> candidates) {
    Optional<String> near = Names.nearest(name, candidates);
    return new Diagnostic(
        problem,
        range,
        "No "
            + noun
            + " is called “"
            + name
            + "”."
            + near.map(n -> " Did you mean “" + n + "”?").orElse(""),
        near.map(n -> Fix.replace("Use " + n, range, n)).stream().toArray(Fix[]::new));
  }

  static void dataSet(Line.Property property, Project project, List<Diagnostic> problems) {
    String name = property.value();
    if (!name.isEmpty()
        && !name.equalsIgnoreCase("none")
        && project.index().dataSet(name).isEmpty()) {
      problems.add(
          unknown(
              Problem.UNKNOWN_DATA_SET,
              "data set",
              name,
              property.valueRange(),
              project.index().dataSets().stream().map(DataEntry::name).toList()));
    }
  }

  static void duration(Block block, String word, List<Diagnostic> problems) {
    block
        .property(word)
        .filter(p ->
            !p.value().isEmpty()
                && !p.value().equalsIgnoreCase("none")
                && Durations.read(p.value()).isEmpty())
        .ifPresent(
            p -> problems.add(bad(p, "is no length of time; write it as 500ms, 30s, 5m or 2h.")));
  }

  static void count(Block block, String word, int least, int most, List<Diagnostic> problems) {
    block
        .property(word)
        .filter(p ->
            !p.value().isEmpty()
                && !p.value().equalsIgnoreCase("none")
                && !isCount(p.value(), least, most))
        .ifPresent(
            p -> problems.add(bad(p, "is no whole number from " + least + " to " + most + ".")));
  }

  private static boolean isCount(String value, int least, int most) {
    return value.matches("\\d{1,9}")
        && Integer.parseInt(value) >= least
        && Integer.parseInt(value) <= most;
  }

  static void yesNo(Block block, String word, List<Diagnostic> problems) {
    block
        .property(word)
        .filter(p ->
            !p.value().isEmpty()
                && !List.of("yes", "no").contains(p.value().toLowerCase(Locale.ROOT)))
        .ifPresent(p -> problems.add(bad(p, "is neither yes nor no.")));
  }

  static Diagnostic bad(Line.Property property, String reason) {
    return new Diagnostic(
        Problem.BAD_PROPERTY_VALUE, property.valueRange(), "“" + property.value() + "” " + reason);
  }
}
