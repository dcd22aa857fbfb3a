package elmtable.report;

import static org.junit.jupiter.api.Assertions.assertEquals;

import elmtable.check.CheckedProject;
import elmtable.check.ProblemExamples;
import elmtable.check.ProblemExamples.Example;
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
        new StringBuilder("# Built-in keywords\n\nMade from the code; see `DocumentationTest`.\n");
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
      page.append(" | ").append(signature.note()).append(" |\n");
    }
    compare("keywords.md", page.toString());
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
