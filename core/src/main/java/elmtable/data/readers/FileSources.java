package elmtable.data.readers;

import com.fasterxml.jackson.core.JsonPointer;
import elmtable.block.DataBlock;
import elmtable.data.sheet.Spreadsheets;
import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataSource;
import elmtable.language.Line;
import elmtable.text.Diagnostic;
import elmtable.text.Nearest;
import elmtable.text.Problem;
import java.nio.charset.Charset;
import java.nio.charset.IllegalCharsetNameException;
import java.nio.charset.StandardCharsets;
import java.nio.charset.UnsupportedCharsetException;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;

/** Makes a source of a file, or of a database and a query. */
public final class FileSources {
  private enum Format {
    SEPARATED("separator, encoding, header"),
    JSON("at"),
    SPREADSHEET("sheet, range, header"),
    SQLITE("query, sheet");

    private final List<String> properties;

    Format(String properties) {
      this.properties = List.of(properties.split(", "));
    }
  }

  private static final Map<String, Format> BY_ENDING =
      Map.of(
          "csv", Format.SEPARATED,
          "tsv", Format.SEPARATED,
          "txt", Format.SEPARATED,
          "json", Format.JSON,
          "xlsx", Format.SPREADSHEET,
          "ods", Format.SPREADSHEET,
          "sqlite", Format.SQLITE,
          "db", Format.SQLITE);

  private static final List<String> OF_FILES =
      List.of("separator", "encoding", "header", "at", "sheet", "range", "query");

  private final DataBlock block;
  private final DataContext context;
  private final List<Diagnostic> problems;

  public FileSources(DataBlock block, DataContext context, List<Diagnostic> problems) {
    this.block = block;
    this.context = context;
    this.problems = problems;
  }

  /** The properties that have a meaning for a file, by the ending of its name. */
  public static SortedMap<String, List<String>> propertiesByEnding() {
    SortedMap<String, List<String>> properties = new TreeMap<>();
    BY_ENDING.forEach((ending, format) -> properties.put(ending, format.properties));
    return properties;
  }

  public Optional<DataSource> source() {
    Optional<Line.Property> from = block.from();
    return from.isPresent() ? file(from.get()) : database();
  }

  private Optional<DataSource> wrong(Line.Property property, Problem problem, String message) {
    problems.add(new Diagnostic(problem, property.valueRange(), message));
    return Optional.empty();
  }

  private Optional<String> filled(Line.Property property) {
    try {
      return Optional.of(context.filled(property.value()));
    } catch (BrokenDataException withoutValue) {
      wrong(property, Problem.UNKNOWN_REFERENCE, withoutValue.getMessage());
      return Optional.empty();
    }
  }

  private Optional<DataSource> file(Line.Property from) {
    Optional<String> filled = filled(from);
    if (filled.isEmpty()) {
      return Optional.empty();
    }
    String path = filled.get();
    if (context.files().version(path).isEmpty()) {
      return wrong(
          from,
          Problem.MISSING_FILE,
          "The project has no file “"
              + path
              + "”; paths count from the project's folder."
              + Nearest.to(path, context.files().paths()).question());
    }
    String ending = path.substring(path.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
    Format format = BY_ENDING.get(ending);
    if (format == null) {
      return wrong(
          from,
          Problem.BAD_PROPERTY_VALUE,
          "Rows are read from CSV, TSV, JSON, XLSX, ODS and SQLite files, known by the ending of the"
              + " name; “"
              + path
              + "” ends otherwise.");
    }
    for (String word : OF_FILES) {
      Optional<Line.Property> property = block.property(word);
      if (property.isPresent() && !format.properties.contains(word)) {
        return wrong(
            property.get(),
            Problem.BAD_PROPERTY_VALUE,
            "“"
                + word
                + "” has no meaning for "
                + path
                + "; for such a file there are "
                + String.join(", ", format.properties)
                + ".");
      }
    }
    return switch (format) {
      case SEPARATED -> Optional.of(separated(path, ending));
      case JSON -> json(path);
      case SPREADSHEET -> sheet(path);
      case SQLITE -> sqlite(path);
    };
  }

  private DataSource separated(String path, String ending) {
    return new DelimitedFile(context.files(), path, separator(ending), encoding(), hasHeader());
  }

  private boolean hasHeader() {
    return !block.header().map(Line.Property::value).orElse("").equalsIgnoreCase("no");
  }

  private char separator(String ending) {
    Optional<Line.Property> written = block.separator();
    if (written.isEmpty()) {
      return ending.equals("tsv") ? '\t' : ',';
    }
    String value = written.get().value();
    if (value.equalsIgnoreCase("tab")) {
      return '\t';
    }
    if (value.length() != 1 || value.equals("\"")) {
      wrong(
          written.get(),
          Problem.BAD_PROPERTY_VALUE,
          "A separator is one character, or the word tab; “" + value + "” is neither.");
      return ',';
    }
    return value.charAt(0);
  }

  private Charset encoding() {
    Optional<Line.Property> written = block.encoding();
    if (written.isEmpty()) {
      return StandardCharsets.UTF_8;
    }
    try {
      return Charset.forName(written.get().value());
    } catch (IllegalCharsetNameException | UnsupportedCharsetException unknown) {
      wrong(
          written.get(),
          Problem.BAD_PROPERTY_VALUE,
          "Encoding “"
              + written.get().value()
              + "” not found; common ones are UTF-8 and windows-1252.");
      return StandardCharsets.UTF_8;
    }
  }

  private Optional<DataSource> json(String path) {
    String written = block.at().map(Line.Property::value).orElse("");
    try {
      JsonPointer pointer = JsonPointer.compile(written);
      String names = block.property("key").map(Line.Property::value).orElse("name");
      return Optional.of(new JsonFile(context.files(), path, pointer, names));
    } catch (IllegalArgumentException noPointer) {
      return wrong(
          block.at().orElseThrow(),
          Problem.BAD_PROPERTY_VALUE,
          "“"
              + written
              + "” is not a JSON pointer; one begins with a slash, as in /members/active.");
    }
  }

  private Optional<DataSource> sheet(String path) {
    Optional<String> range = block.range().map(Line.Property::value);
    if (range.isPresent() && !Spreadsheets.isRange(range.get())) {
      return wrong(
          block.range().get(),
          Problem.BAD_PROPERTY_VALUE,
          "“"
              + range.get()
              + "” is not a range of cells, such as B2:F40 or B:F, nor the name of one.");
    }
    String sheet = block.sheet().map(Line.Property::value).orElse("");
    return Optional.of(Spreadsheets.rows(context.files(), path, sheet, range, hasHeader()));
  }

  private Optional<DataSource> sqlite(String path) {
    Optional<Line.Property> query = block.query();
    if (query.isPresent()) {
      return filled(query.get()).map(written -> new QueryRows(context.files(), path, "", written));
    }
    String table = block.sheet().map(Line.Property::value).orElse("");
    if (!table.isEmpty()) {
      String quoted = "\"" + table.replace("\"", "\"\"") + "\"";
      return Optional.of(new QueryRows(context.files(), path, "", "select * from " + quoted));
    }
    return wrong(
        block.from().orElseThrow(),
        Problem.NO_SOURCE,
        "“"
            + path
            + "” is a database; say which rows with “query: select …”, or name a table with “sheet:"
            + " …”.");
  }

  private Optional<DataSource> database() {
    Optional<Line.Property> query = block.query();
    Optional<Line.Property> database = block.database();
    if (query.isEmpty() || database.isEmpty()) {
      Line.Property there = query.or(() -> database).orElseThrow();
      return wrong(
          there,
          Problem.NO_SOURCE,
          query.isEmpty()
              ? "A database is asked by a query; add “query: select …”."
              : "A query is put to a database; add “database: jdbc:…”, or read a file with “from:"
                  + " path”.");
    }
    Optional<String> address = filled(database.get());
    Optional<String> written = filled(query.get());
    if (address.isEmpty() || written.isEmpty()) {
      return Optional.empty();
    }
    if (!address.get().startsWith("jdbc:")) {
      return wrong(
          database.get(),
          Problem.BAD_PROPERTY_VALUE,
          "A database's address begins with “jdbc:”; a file of the project is read with “from:"
              + " path”.");
    }
    String path = address.get().replaceFirst("^jdbc:sqlite:", "");
    boolean own = !path.equals(address.get()) && context.files().version(path).isPresent();
    return Optional.of(
        new QueryRows(context.files(), own ? path : "", address.get(), written.get()));
  }
}
