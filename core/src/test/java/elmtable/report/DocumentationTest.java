package elmtable.report;

import static org.junit.jupiter.api.Assertions.assertEquals;

import elmtable.check.CheckedProject;
import elmtable.check.ProblemExamples;
import elmtable.check.ProblemExamples.Example;
import elmtable.data.file.ReaderLimits;
import elmtable.data.readers.FileSources;
import elmtable.formula.CellTexts;
import elmtable.formula.Function;
import elmtable.keyword.MethodKeyword;
import elmtable.keyword.Output;
import elmtable.keyword.Parameter;
import elmtable.keyword.Signature;
import elmtable.keyword.builtin.BuiltInKeywords;
import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/**
 * Pages of documentation that are made from the code. {@code -Ddocs.write=true} writes them anew.
 */
class DocumentationTest {
  private static final Path DOCS = Path.of("../docs");

  @Test
  void theListOfKeywordsIsThatOfTheRegistry() throws IOException {
    StringBuilder page =
        new StringBuilder(
            "# Built-in keywords\n\nMade from the code; see `DocumentationTest`.\n\n"
                + "**Which element counts.** An element that its locator finds alone counts, shown or not, where a"
                + " keyword reads or compares a value, tick or attribute, or hands over a file. Of several only the"
                + " shown one counts; several shown ones are an error that names them. What is pressed, entered or"
                + " read as text has to be shown. `expect count` counts all that are found.\n");
    String group = "";
    for (MethodKeyword keyword : BuiltInKeywords.registry().all()) {
      Signature signature = keyword.signature();
      if (!signature.group().equals(group)) {
        group = signature.group();
        page.append("\n## ")
            .append(group)
            .append("\n\n| keyword | takes | gives | note |\n| --- | --- | --- | --- |\n");
      }
      page.append("| **").append(signature.name()).append("** | ");
      page.append(
          signature.takes().stream()
              .map(DocumentationTest::parameter)
              .collect(Collectors.joining(", ")));
      page.append(" | ");
      page.append(signature.gives().stream().map(Output::name).collect(Collectors.joining(", ")));
      page.append(" | ").append(signature.note());
      page.append(" |\n");
    }
    page.append("\n## Functions of formulas\n\n| function | gives |\n| --- | --- |\n");
    for (Function function : Function.values()) {
      page.append("| `").append(function.form()).append("` | ");
      page.append(function.note()).append(" |\n");
    }
    compare("keywords.md", page.toString());
  }

  @Test
  void thePageOnDataIsThatOfTheReaders() throws IOException {
    StringBuilder page =
        new StringBuilder(
            "# Data files\n\nMade from the code; see `DocumentationTest`.\n\n"
                + "## Formats\n\n| ending of the name | properties |\n| --- | --- |\n");
    FileSources.propertiesByEnding()
        .forEach((ending, properties) ->
            page.append("| .")
                .append(ending)
                .append(" | ")
                .append(String.join(", ", properties))
                .append(" |\n"));
    page.append(
        "\nA JSON file holds an array of objects, or an object of named ones: their names become the column that"
            + " `key:` names, else `name`. `range:` takes cells (`B2:F40`, `B:F`) or the name of a range that the"
            + " spreadsheet gives. A byte-order mark at a file's start is passed over in every encoding.\n\n"
            + "## Values\n\nThe same value stands in a cell the same way, whatever file it comes from.\n\n"
            + "| value | stands as | example |\n| --- | --- | --- |\n");
    for (CellTexts.Rule rule : CellTexts.RULES) {
      page.append("| ").append(rule.value()).append(" | ").append(rule.cell());
      page.append(" | ").append(rule.example()).append(" |\n");
    }
    page.append(
        "\nA cell with an error (`#DIV/0!`), bytes, half a character or a member given twice makes its row faulty: the"
            + " row keeps its place, and its executable case is an error before it begins.\n\n"
            + "## Limits\n\n");
    page.append(String.format(Locale.ROOT, "- %,d columns;%n", ReaderLimits.MOST_COLUMNS));
    page.append(
        String.format(
            Locale.ROOT,
            "- %,d rows and %,d cells with values in a sheet of a spreadsheet; other files may be longer than memory;%n",
            ReaderLimits.MOST_SHEET_ROWS,
            ReaderLimits.MOST_CELLS));
    page.append(
        "- 10,000,000 characters in a cell;\n- two seconds for a look at a set by `elm check`, which says so where it"
            + " did not see the end.\n");
    compare("data.md", page.toString());
  }

  private static String parameter(Parameter parameter) {
    String kind =
        parameter.kind().type().word().equals(parameter.name())
            ? ""
            : " (" + parameter.kind().described() + ")";
    String note = parameter.note().isEmpty() ? "" : ", " + parameter.note();
    return parameter.name() + (parameter.optional() ? "?" : "") + kind + note;
  }

  @Test
  void theListOfProblemsIsThatOfTheCatalogue() throws IOException {
    StringBuilder page =
        new StringBuilder(
            "# Problems\n\nMade from the code; see `DocumentationTest`. Codes are stable. The fix of a"
                + " problem is offered beside it.\n\n"
                + "| code | severity | problem |\n| --- | --- | --- |\n");
    for (Problem problem : List.of(Problem.values())) {
      page.append("| [")
          .append(problem.code())
          .append("](#")
          .append(problem.code().toLowerCase(Locale.ROOT));
      page.append(") | ").append(problem.severity().name().toLowerCase(Locale.ROOT));
      page.append(" | ").append(problem.title()).append(" |\n");
    }
    ProblemExamples.all().forEach(example -> example(example, page));
    compare("problems.md", page.toString());
  }

  /** An example with what is said of it. */
  private static void example(Example example, StringBuilder page) {
    Problem problem =
        Stream.of(Problem.values())
            .filter(each -> each.code().equals(example.code()))
            .findFirst()
            .orElseThrow();
    page.append("\n## ").append(problem.code()).append("\n\n");
    page.append(problem.title()).append(".\n");
    example.documents().forEach((path, text) -> file(path, text, page));
    example.files().forEach((path, text) -> file(path, text, page));
    for (Diagnostic found : CheckedProject.of(example.project()).problems(example.path())) {
      if (found.problem() == problem) {
        page.append("\n- line ").append(found.range().line() + 1).append(", column ");
        page.append(found.range().start() + 1).append(": ").append(escaped(found.message()));
        found.fixes().forEach(fix -> page.append(" **").append(escaped(fix.label())).append("**"));
      }
    }
    page.append("\n");
  }

  private static void file(String path, String text, StringBuilder page) {
    page.append("\n`").append(path).append("`\n\n```\n").append(text.strip()).append("\n```\n");
  }

  private static String escaped(String text) {
    return text.replaceAll("([<*|\\\\\\[\\]])", "\\\\$1");
  }

  private static void compare(String name, String page) throws IOException {
    Path file = DOCS.resolve(name);
    if (Boolean.getBoolean("docs.write")) {
      Files.writeString(file, page);
    }
    assertEquals(page, Files.readString(file), "Run core's tests with -Ddocs.write=true.");
  }
}
