package elmtable.data;

import elmtable.language.Block;
import elmtable.language.Line;
import elmtable.language.Section;
import elmtable.language.SectionBody;
import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import java.nio.charset.Charset;
import java.nio.charset.IllegalCharsetNameException;
import java.nio.charset.StandardCharsets;
import java.nio.charset.UnsupportedCharsetException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** Makes data sources of {@code data} blocks and sections. */
public final class DataSets {
  private static final Set<String> BUILT = Set.of("from", "encoding", "separator", "header", "key");

  private DataSets() {}

  /**
   * A source, or none and the problems that keep it from being one; ranges count from the block's
   * first line.
   */
  public record Reading(Optional<DataSource> source, List<Diagnostic> problems) {}

  /** Rows typed in under a section. */
  public static DataSource typed(SectionBody section) {
    return new TypedRows(section);
  }

  /** The source that a {@code data} block describes. Nothing is read yet. */
  public static Reading of(Block block, ProjectFiles files) {
    List<Diagnostic> problems = new ArrayList<>();
    for (Line.Property property : block.properties()) {
      if (block.kind().properties().contains(property.word()) && !BUILT.contains(property.word())) {
        problems.add(
            new Diagnostic(
                Problem.NOT_BUILT,
                property.range(),
                "“"
                    + property.word()
                    + "” of a data set cannot be carried out by this version yet."));
      }
    }
    Optional<SectionBody> rows = block.section(Section.ROWS);
    Optional<Line.Property> from = block.property("from");
    if (rows.isPresent() && from.isPresent()) {
      problems.add(
          new Diagnostic(
              Problem.TWO_SOURCES,
              from.get().range(),
              "This data set has rows and reads a file as well; keep one of them."));
      return new Reading(Optional.empty(), problems);
    }
    if (rows.isPresent()) {
      return new Reading(
          problems.isEmpty() ? rows.map(TypedRows::new) : Optional.empty(), problems);
    }
    if (from.isEmpty()) {
      if (problems.isEmpty()) {
        problems.add(
            new Diagnostic(
                Problem.NO_SOURCE,
                block.header(),
                "This data set has no rows; write some, or name a file with “from: path”."));
      }
      return new Reading(Optional.empty(), problems);
    }
    DataSource source = file(block, from.get(), files, problems);
    return new Reading(
        problems.isEmpty() ? Optional.ofNullable(source) : Optional.empty(), problems);
  }

  private static DataSource file(
      Block block, Line.Property from, ProjectFiles files, List<Diagnostic> problems) {
    String path = from.value();
    String lower = path.toLowerCase(Locale.ROOT);
    if (files.version(path).isEmpty()) {
      problems.add(
          new Diagnostic(
              Problem.MISSING_FILE,
              from.valueRange(),
              "The project has no file “" + path + "”; paths count from the project's folder."));
      return null;
    }
    if (!lower.endsWith(".csv") && !lower.endsWith(".tsv") && !lower.endsWith(".txt")) {
      problems.add(
          new Diagnostic(
              Problem.NOT_BUILT,
              from.valueRange(),
              "This version reads CSV and TSV files, not “" + path + "”."));
      return null;
    }
    char separator = separator(block, lower, problems);
    return new DelimitedFile(
        files,
        path,
        separator,
        encoding(block, problems),
        !block.value("header").equalsIgnoreCase("no"));
  }

  private static char separator(Block block, String path, List<Diagnostic> problems) {
    Optional<Line.Property> written = block.property("separator");
    if (written.isEmpty()) {
      return path.endsWith(".tsv") ? '\t' : ',';
    }
    String value = written.get().value();
    if (value.equalsIgnoreCase("tab")) {
      return '\t';
    }
    if (value.length() != 1 || value.equals("\"")) {
      problems.add(
          new Diagnostic(
              Problem.BAD_PROPERTY_VALUE,
              written.get().valueRange(),
              "A separator is one character, or the word tab; “" + value + "” is neither."));
      return ',';
    }
    return value.charAt(0);
  }

  private static Charset encoding(Block block, List<Diagnostic> problems) {
    Optional<Line.Property> written = block.property("encoding");
    if (written.isEmpty()) {
      return StandardCharsets.UTF_8;
    }
    try {
      return Charset.forName(written.get().value());
    } catch (IllegalCharsetNameException | UnsupportedCharsetException unknown) {
      problems.add(
          new Diagnostic(
              Problem.BAD_PROPERTY_VALUE,
              written.get().valueRange(),
              "No encoding is called “"
                  + written.get().value()
                  + "”; common ones are UTF-8 and windows-1252."));
      return StandardCharsets.UTF_8;
    }
  }
}
