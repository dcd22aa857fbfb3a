package elmtable.project;

import elmtable.gherkin.FeatureBlocks;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** What documents are, by the ending of their path. */
public enum DocumentKind {
  /** Written in the table language. */
  TABLE(".elmt"),
  /** Written in Gherkin. */
  FEATURE(FeatureBlocks.ENDING),
  /** Rows of separated values, which data sets read. */
  RECORDS(".csv", ".tsv");

  private final List<String> endings;

  DocumentKind(String... endings) {
    this.endings = List.of(endings);
  }

  /** The kind of a path; nothing for one that can only be a file beside the documents. */
  public static Optional<DocumentKind> of(String path) {
    return Arrays.stream(values())
        .filter(kind -> kind.endings.stream().anyMatch(path::endsWith))
        .findFirst();
  }

  /** Whether a file at a path is a document whatever it holds: one that is written in blocks. */
  public static boolean holdsBlocks(String path) {
    return of(path).filter(kind -> kind != RECORDS).isPresent();
  }

  /** Whether a file at a path holds rows; it is a document only if its text can be one. */
  public static boolean isRecords(String path) {
    return of(path).filter(kind -> kind == RECORDS).isPresent();
  }
}
