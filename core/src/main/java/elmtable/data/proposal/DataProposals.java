package elmtable.data.proposal;

import elmtable.data.DataSets;
import elmtable.data.DataSummary;
import elmtable.data.readers.DataContext;
import elmtable.data.readers.FileParts;
import elmtable.data.sheet.Spreadsheets;
import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataRow;
import elmtable.data.source.DataSource;
import elmtable.data.source.ProjectFiles;
import elmtable.data.source.Rows;
import elmtable.language.Block;
import elmtable.language.DocumentParser;
import elmtable.text.Names;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;

/** The data sets that could be made of a file: one, or one for each of its parts. */
public final class DataProposals {
  /** What a file may have several of, and the property that says which. */
  private enum Part {
    SHEET("sheet", "sheet"),
    TABLE("table", "sheet"),
    LIST("list", "at");

    private final String noun;
    private final String property;

    Part(String noun, String property) {
      this.noun = noun;
      this.property = property;
    }

    /** What one is called; of a list, what stands last in its JSON pointer. */
    String name(String part) {
      return this == LIST
          ? part.substring(part.lastIndexOf('/') + 1).replace("~1", "/").replace("~0", "~")
          : part;
    }
  }

  private static final int MOST_PARTS = 50;
  private static final int FIRST_ROWS = 3;

  /** What no name may have in it. */
  private static final Pattern FOREIGN = Pattern.compile("[|<>\\[\\]\\p{Cntrl}\\p{Cf}]+");

  /** What a spreadsheet calls a sheet that nobody named. */
  private static final Pattern AUTOMATIC = Pattern.compile("\\p{L}+ ?\\d+");

  /**
   * What a file gives.
   *
   * @param parts how many parts it has, of which the first are read
   */
  public record Found(List<DataProposal> sets, int parts) {
    public Found {
      sets = List.copyOf(sets);
    }
  }

  private final ProjectFiles files;
  private final String path;
  private final Set<String> taken = new HashSet<>();

  private DataProposals(ProjectFiles files, String path, Collection<String> taken) {
    this.files = files;
    this.path = path;
    taken.forEach(name -> this.taken.add(Names.key(name)));
  }

  /**
   * One of several may be broken. Throws {@link BrokenDataException} where the file cannot be read
   * at all or has nothing to read.
   *
   * @param taken names that other data sets have
   */
  public static Found of(ProjectFiles files, String path, Collection<String> taken) {
    Found found = new DataProposals(files, path, taken).all();
    String reason = found.sets().get(0).summary().broken();
    if (found.parts() == 1 && !reason.isEmpty()) {
      throw new BrokenDataException(reason);
    }
    return found;
  }

  private Found all() {
    return switch (path.substring(path.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT)) {
      case "csv", "tsv", "txt" -> new Found(List.of(proposal(nameOfFile(), separated())), 1);
      case "json" -> parts(Part.LIST, FileParts.records(files, path));
      case "sqlite", "db" -> parts(Part.TABLE, FileParts.tables(files, path));
      case "xlsx", "ods" -> parts(Part.SHEET, Spreadsheets.sheets(files, path));
      default -> new Found(List.of(proposal(nameOfFile(), List.of())), 1);
    };
  }

  private Found parts(Part kind, List<String> parts) {
    if (parts.isEmpty()) {
      throw new BrokenDataException(
          path + " has no " + kind.noun + " that rows could be read from.");
    }
    boolean alone = parts.size() == 1;
    List<DataProposal> proposals = new ArrayList<>();
    for (String part : parts.subList(0, Math.min(parts.size(), MOST_PARTS))) {
      // The only sheet is read where none is named, and an empty pointer leads to the whole.
      boolean named = !part.isEmpty() && !(alone && kind == Part.SHEET);
      proposals.add(
          proposal(
              alone ? nameOfFile() : nameOfPart(kind.name(part)),
              named ? List.of(kind.property + ": " + part) : List.of()));
    }
    return new Found(proposals, parts.size());
  }

  private String nameOfPart(String part) {
    boolean tells = !part.isBlank() && !AUTOMATIC.matcher(part).matches();
    return tells ? part : (nameOfFile() + " " + part).strip();
  }

  private String nameOfFile() {
    String file = path.substring(path.lastIndexOf('/') + 1);
    return file.replaceFirst("\\.[^.]*$", "").replaceAll("[-_\\s]+", " ");
  }

  private List<String> separated() {
    try {
      return SeparatedShape.of(files, path).properties(path).entrySet().stream()
          .map(property -> property.getKey() + ": " + property.getValue())
          .toList();
    } catch (IOException unreadable) {
      throw new BrokenDataException(path + " cannot be read: " + unreadable.getMessage() + ".");
    }
  }

  private DataProposal proposal(String wanted, List<String> more) {
    List<String> properties = new ArrayList<>(List.of("from: " + path));
    properties.addAll(more);
    String name = free(wanted);
    Block block =
        DocumentParser.parse("data " + name + "\n" + String.join("\n", properties) + "\n")
            .blocks()
            .get(0)
            .block();
    DataSets.Reading reading = DataSets.of(block, DataContext.of(files));
    if (reading.source().isEmpty()) {
      String reason = reading.problems().get(0).message();
      return new DataProposal(name, properties, DataSummary.broken(reason), List.of());
    }
    DataSource source = reading.source().get();
    DataSummary summary = DataSummary.of(source);
    return new DataProposal(
        name, properties, summary, summary.broken().isEmpty() ? firstOf(source) : List.of());
  }

  private static List<List<String>> firstOf(DataSource source) {
    List<List<String>> first = new ArrayList<>();
    try (Rows rows = source.open()) {
      for (DataRow row = rows.next(); row != null && first.size() < FIRST_ROWS; row = rows.next()) {
        first.add(row.cells());
      }
    }
    return first;
  }

  /** A name that no other data set has. */
  private String free(String wanted) {
    String clean = FOREIGN.matcher(wanted).replaceAll(" ").strip();
    String base = clean.isEmpty() ? "rows" : clean;
    String name = base;
    for (int number = 2; !taken.add(Names.key(name)); number++) {
      name = base + " " + number;
    }
    return name;
  }
}
