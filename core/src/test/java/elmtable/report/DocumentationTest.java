package elmtable.report;

import static org.junit.jupiter.api.Assertions.assertEquals;

import elmtable.keyword.BuiltIn;
import elmtable.keyword.Output;
import elmtable.keyword.Parameter;
import elmtable.keyword.Signature;
import elmtable.keyword.builtin.BuiltInKeywords;
import elmtable.text.Problem;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
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
    for (BuiltIn keyword : BuiltInKeywords.registry().all()) {
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
            "# Problems\n\nMade from the code; see `DocumentationTest`. Codes are stable.\n\n"
                + "| code | severity | problem |\n| --- | --- | --- |\n");
    for (Problem problem : List.of(Problem.values())) {
      page.append("| ").append(problem.code()).append(" | ");
      page.append(problem.severity().name().toLowerCase(Locale.ROOT))
          .append(" | ")
          .append(problem.title())
          .append(" |\n");
    }
    compare("problems.md", page.toString());
  }

  private static void compare(String name, String page) throws IOException {
    Path file = DOCS.resolve(name);
    if (Boolean.getBoolean("docs.write")) {
      Files.writeString(file, page);
    }
    assertEquals(page, Files.readString(file), "Run core's tests with -Ddocs.write=true.");
  }
}
