package elmtable.project;

import elmtable.data.DataSets;
import elmtable.data.DataSource;
import elmtable.data.DataSummary;
import elmtable.language.Line;
import elmtable.language.Lists;
import elmtable.language.Section;
import elmtable.language.SectionBody;
import elmtable.text.Names;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * The rows that a case is run with: those of its own data sections, or of the data set it names.
 *
 * @param parts in order; none means that the case runs once, without a row
 */
public record CaseData(List<Part> parts) {
  public CaseData {
    parts = List.copyOf(parts);
  }

  /**
   * One source of rows.
   *
   * @param name the data set's name, or empty for rows typed in
   * @param source nothing where it cannot be used, for the reason in {@code broken}
   */
  public record Part(
      String name,
      Optional<DataSource> source,
      DataSummary summary,
      String broken,
      List<String> tags,
      String note) {}

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

  public int rows() {
    return parts.stream().mapToInt(part -> part.summary().rows()).sum();
  }

  static CaseData of(CaseEntry entry, Project project) {
    List<SectionBody> own = entry.block().sections(Section.DATA);
    if (!own.isEmpty()) {
      return new CaseData(own.stream().map(CaseData::typed).toList());
    }
    Optional<String> name = entry.replaced("data");
    return new CaseData(name.map(set -> List.of(named(set, project))).orElse(List.of()));
  }

  private static Part typed(SectionBody section) {
    DataSource source = DataSets.typed(section);
    List<String> tags =
        section.properties().stream()
            .filter(property -> property.word().equals("tags"))
            .flatMap(property -> Lists.divide(property.value()).stream())
            .toList();
    String note = String.join("\n", section.notes().stream().map(Line.Note::text).toList());
    return new Part("", Optional.of(source), DataSummary.of(source), "", tags, note);
  }

  private static Part named(String set, Project project) {
    Optional<DataEntry> entry = project.index().dataSet(set);
    if (entry.isEmpty()) {
      return broken(set, "No data set is called “" + set + "”.");
    }
    DataSets.Reading reading = DataSets.of(entry.get().placed().block(), project.files());
    if (reading.source().isEmpty()) {
      return broken(set, reading.problems().get(0).message());
    }
    DataSummary summary = summary(entry.get(), reading.source().get(), project);
    if (!summary.broken().isEmpty()) {
      return broken(set, summary.broken());
    }
    return new Part(
        entry.get().name(),
        reading.source(),
        summary,
        "",
        List.of(),
        entry.get().placed().block().noteText());
  }

  static DataSummary summary(DataEntry entry, DataSource source, Project project) {
    String file = entry.placed().block().value("from");
    String version = file.isEmpty() ? "" : project.files().version(file).orElse("");
    return project.dataCache().summary(source, version);
  }

  private static Part broken(String set, String reason) {
    return new Part(
        set,
        Optional.empty(),
        new DataSummary(List.of(), 0, List.of(), reason),
        reason,
        List.of(),
        "");
  }
}
