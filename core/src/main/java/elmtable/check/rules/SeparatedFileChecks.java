package elmtable.check.rules;

import elmtable.block.DataBlock;
import elmtable.data.proposal.SeparatedShape;
import elmtable.data.source.ProjectFiles;
import elmtable.language.Line;
import elmtable.text.Diagnostic;
import elmtable.text.Fix;
import elmtable.text.Problem;
import java.io.IOException;
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
    List<String> seems = new ArrayList<>();
    List<String> lines = new ArrayList<>();
    try {
      SeparatedShape.of(files, path)
          .properties(path)
          .forEach((word, value) -> {
            if (block.property(word).isEmpty()) {
              seems.add(seems(word, value));
              lines.add(word + ": " + value);
            }
          });
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

  private static String seems(String word, String value) {
    if (word.equals("encoding")) {
      return "written in " + value;
    }
    return "divided by " + (value.equals("tab") ? "tabs" : "“" + value + "”");
  }
}
