package elmtable.conversion;

import elmtable.project.Project;
import elmtable.project.SourceDocument;
import java.util.List;

/**
 * A document in the other notation.
 *
 * @param lost what could not be carried over, each with its place, in the order of lines
 */
public record Conversion(String text, List<String> lost) {
  public Conversion {
    lost = List.copyOf(lost);
  }

  /** A suite as a feature: steps whose keywords have phrases become sentences. */
  public static Conversion toFeature(Project project, SourceDocument document) {
    return new FeatureFromTable(project, document).convert();
  }

  /** A feature as a suite: its sentences become the first cells of steps. */
  public static Conversion toTable(Project project, SourceDocument document) {
    return new TableFromFeature(project, document).convert();
  }
}
