package elmtable.project;

import elmtable.data.DataSets;
import elmtable.data.DataSummary;
import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataSource;
import elmtable.language.Block;
import elmtable.language.Cell;
import elmtable.language.Line;
import elmtable.language.Lists;
import elmtable.language.Section;
import elmtable.language.SectionBody;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.DataEntry;
import elmtable.text.Diagnostic;
import elmtable.text.Names;
import elmtable.text.Problem;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.LongSupplier;
import java.util.stream.Collectors;

/**
 * The rows that a case is run with: those of its own data sections, or of the data set it names.
 *
 * @param parts in order; none means that the case runs once, without a row
 * @param problems of the properties that shape them; ranges count from the case's block
 */
public record CaseData(List<Part> parts, List<Diagnostic> problems) {
  public CaseData {
    parts = List.copyOf(parts);
    problems = List.copyOf(problems);
  }

  /**
   * One source of rows.
   *
   * @param name the data set's name, or empty for rows typed in
   * @param place the document and line of the data set or section
   * @param source nothing where it cannot be used, for the reason in {@code broken}
   * @param summary of a look at the rows
   * @param count how many rows there are in all; it may read all of them
   */
  public record Part(
      String name,
      String place,
      Optional<DataSource> source,
      DataSummary summary,
      LongSupplier count,
      String broken,
      List<String> tags,
      String note) {
    private Part with(List<String> ownTags, String ownNote) {
      return new Part(name, place, source, summary, count, broken, ownTags, ownNote);
    }

    /** The same at another place. */
    private Part at(String path, int line) {
      String other = path + ", line " + (line + 1);
      return new Part(name, other, source, summary, count, broken, tags, note);
    }

    /** How many rows there are; a look may not have told. */
    public long rows() {
      return summary.whole() ? summary.rows() : count.getAsLong();
    }
  }

  /** Whether there is a row for each executable case. */
  public boolean hasRows() {
    return !parts.isEmpty();
  }

  /** The columns of all parts, each once. */
  public List<String> columns() {
    Set<String> keys = new LinkedHashSet<>();
    List<String> columns = new ArrayList<>();
    for (Part part : parts) {
      for (String column : part.summary().columns()) {
        if (keys.add(Names.key(column))) {
          columns.add(column);
        }
      }
    }
    return columns;
  }

  /** How many rows a look showed. */
  public long rows() {
    return parts.stream().mapToLong(part -> part.summary().rows()).sum();
  }

  /** Whether a look went to the end of all rows. */
  public boolean isWhole() {
    return parts.stream().allMatch(part -> part.summary().whole());
  }

  /** The names of the data sets that a case's rows come from. */
  static List<String> sets(CaseEntry entry) {
    List<SectionBody> own = entry.block().sections(Section.DATA);
    return own.isEmpty()
        ? entry.data().stream().toList()
        : own.stream()
            .flatMap(section -> external(section).stream())
            .map(Line.Property::value)
            .toList();
  }

  static CaseData of(CaseEntry entry, Project project) {
    List<Diagnostic> problems = new ArrayList<>();
    List<SectionBody> own = entry.block().sections(Section.DATA);
    List<Part> parts = new ArrayList<>();
    if (!own.isEmpty()) {
      own.forEach(section ->
          parts.add(
              external(section)
                  .map(set -> examplesOf(set, section, entry, project, problems))
                  .orElseGet(() -> typed(section, entry, problems))));
    } else {
      entry.data().ifPresent(set -> parts.add(named(set, entry, project, problems)));
    }
    return new CaseData(parts, problems);
  }

  private static Part typed(SectionBody section, CaseEntry entry, List<Diagnostic> problems) {
    String note = String.join("\n", section.notes().stream().map(Line.Note::text).toList());
    DataSource typed = DataSets.typed(section);
    return shaped("", typed, DataSummary.of(typed), () -> 0, section, entry, problems)
        .with(typedTags(section), note)
        .at(entry.path(), entry.located().firstLine() + section.range().line());
  }

  /** The data set that an example group of a scenario names. */
  private static Optional<Line.Property> external(SectionBody section) {
    return section.properties().stream()
        .filter(property -> property.word().equals(Block.DATA_OF_SECTION))
        .findFirst();
  }

  private static Part examplesOf(
      Line.Property set,
      SectionBody section,
      CaseEntry entry,
      Project project,
      List<Diagnostic> problems) {
    Part part = named(set.value(), entry, project, problems);
    if (part.source().isEmpty()) {
      problems.add(new Diagnostic(Problem.UNKNOWN_DATA_SET, set.range(), part.broken()));
      return part;
    }
    Set<String> known =
        part.summary().columns().stream().map(Names::key).collect(Collectors.toSet());
    for (Cell column : section.head().map(Line.Row::cells).orElse(List.of())) {
      if (!known.contains(Names.key(column.name()))) {
        problems.add(
            new Diagnostic(
                Problem.UNKNOWN_COLUMN,
                column.range(),
                "“"
                    + part.name()
                    + "” has no column “"
                    + column.name()
                    + "”; it has "
                    + String.join(", ", part.summary().columns())
                    + "."));
      }
    }
    return part.with(typedTags(section), part.note());
  }

  private static List<String> typedTags(SectionBody section) {
    return section.properties().stream()
        .filter(property -> property.word().equals("tags"))
        .flatMap(property -> Lists.split(property.value()).stream())
        .toList();
  }

  private static Part named(
      String set, CaseEntry entry, Project project, List<Diagnostic> problems) {
    Optional<DataEntry> found = project.index().dataSet(set);
    if (found.isEmpty()) {
      return broken(set, "Data set “" + set + "” not found.")
          .at(entry.path(), entry.located().headerLine());
    }
    DataSummary summary = project.dataSummary(found.get());
    if (!summary.broken().isEmpty()) {
      return at(found.get(), broken(set, summary.broken()));
    }
    DataSource source = project.dataSet(found.get()).source().orElseThrow();
    Part part =
        shaped(
                found.get().name(),
                source,
                summary,
                () -> project.rows(found.get()),
                null,
                entry,
                problems)
            .with(List.of(), found.get().located().block().noteText());
    return at(found.get(), part);
  }

  private static Part at(DataEntry set, Part part) {
    return part.at(set.path(), set.located().headerLine());
  }

  /**
   * A source with what the case, its suite and its section say about kinds, conditions and keys.
   */
  private static Part shaped(
      String name,
      DataSource source,
      DataSummary summary,
      LongSupplier count,
      SectionBody section,
      CaseEntry entry,
      List<Diagnostic> problems) {
    CaseShaping shaping = new CaseShaping(entry, section);
    if (shaping.isNone()) {
      return new Part(name, "", Optional.of(source), summary, count, "", List.of(), "");
    }
    try {
      DataSets.Reading reading = DataSets.shaped(source, shaping::property);
      reading.problems().forEach(problem -> problems.add(shaping.inTheCase(problem)));
      if (reading.source().isEmpty()) {
        return broken(name, reading.problems().get(0).message());
      }
      DataSource kept = reading.source().get();
      return new Part(
          name,
          "",
          reading.source(),
          DataSummary.of(kept),
          () -> kept.count(row -> {}),
          "",
          List.of(),
          "");
    } catch (BrokenDataException unreadable) {
      return broken(name, unreadable.getMessage());
    }
  }

  private static Part broken(String set, String reason) {
    DataSummary summary = DataSummary.broken(reason);
    return new Part(set, "", Optional.empty(), summary, () -> 0, reason, List.of(), "");
  }
}
