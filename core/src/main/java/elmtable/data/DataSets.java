package elmtable.data;

import elmtable.data.readers.DataContext;
import elmtable.data.readers.FileSources;
import elmtable.data.readers.TypedRows;
import elmtable.data.shaping.Stage;
import elmtable.data.source.DataSource;
import elmtable.data.source.ProjectFiles;
import elmtable.language.Block;
import elmtable.language.Line;
import elmtable.language.SectionBody;
import elmtable.text.Diagnostic;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/** Makes data sources of {@code data} blocks and sections. */
public final class DataSets {
  private DataSets() {}

  /**
   * A source, or none and the problems that keep it from being one; ranges count from the block's
   * first line.
   *
   * @param stages the source and each step that shapes it, in order; the last is the source itself
   */
  public record Reading(
      Optional<DataSource> source, List<Diagnostic> problems, List<Stage> stages) {
    public Reading {
      problems = List.copyOf(problems);
      stages = List.copyOf(stages);
    }
  }

  /** What the names of files end in that rows are read from, in lower case. */
  public static Set<String> fileEndings() {
    return FileSources.propertiesByEnding().keySet();
  }

  /** Rows typed in under a section. */
  public static DataSource typed(SectionBody section) {
    return new TypedRows(section);
  }

  /**
   * A source shaped further by some properties, given by their word. Throws {@link
   * BrokenDataException} where the source's columns cannot be read.
   */
  public static Reading shaped(
      DataSource source, Function<String, Optional<Line.Property>> properties) {
    return new DataSetReader(DataContext.of(ProjectFiles.NONE)).shaped(source, properties);
  }

  /** The source that a {@code data} block describes. Only names of columns are read yet. */
  public static Reading of(Block block, DataContext context) {
    return DataSetReader.of(block, context).read(block);
  }
}
