package elmtable.check.rules;

import elmtable.block.DataBlock;
import elmtable.data.proposal.SeparatedShape;
import elmtable.data.source.ProjectFiles;
import elmtable.language.Line;
import elmtable.text.Diagnostic;
import elmtable.text.Fix;
import elmtable.text.Problem;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Whether a file of separated values is written as its data set says, or as it seems to be. */
final class SeparatedFileChecks {
  private SeparatedFileChecks() {}

  /** Asked where reading showed a single column, or something wrong. */
  static Optional<Diagnostic> otherShape(DataBlock block, ProjectFiles files) {
    Optional<Line.Property> from =
        block.from().filter(line -> line.value().matches("(?i).*\\.(csv|tsv|txt)"));
    if (from.isEmpty() || files.version(from.get().value()).isEmpty()) {
      return Optional.empty();
    }
    String path = from.get().value();
    try {
      SeparatedShape shape = SeparatedShape.of(files, path);
      List<String> seems = new ArrayList<>();
      List<String> lines = new ArrayList<>();
      if (block.separator().isEmpty() && shape.separator() != SeparatedShape.usualSeparator(path)) {
        seems.add("divided by " + (shape.separator() == '\t' ? "tabs" : quoted(shape.separator())));
        lines.add("separator: " + shape.separatorWord());
      }
      if (block.encoding().isEmpty() && !shape.encoding().equals(StandardCharsets.UTF_8)) {
        seems.add("written in " + shape.encoding().name());
        lines.add("encoding: " + shape.encoding().name());
      }
      if (lines.isEmpty()) {
        return Optional.empty();
      }
      String message = "“" + path + "” seems to be " + String.join(" and ", seems) + ".";
      Fix fix =
          Fix.insert(
              "Add “" + String.join("” and “", lines) + "”",
              from.get().range().line() + 1,
              String.join("\n", lines) + "\n");
      return Optional.of(
          new Diagnostic(Problem.OTHER_SHAPE, from.get().valueRange(), message, fix));
    } catch (IOException unreadable) {
      // Whoever reads the rows says so.
      return Optional.empty();
    }
  }

  private static String quoted(char separator) {
    return "“" + separator + "”";
  }
}
