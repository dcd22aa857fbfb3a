package elmtable.project;

import elmtable.gherkin.FeatureBlocks;
import elmtable.language.Document;
import elmtable.language.DocumentParser;
import elmtable.text.Digest;

/**
 * A document of a project: its path, its text and what was read from it.
 *
 * @param digest differs whenever the text does; of records only, which are read as a file
 */
public record SourceDocument(String path, String text, Document document, String digest) {
  private static final Document WITHOUT_BLOCKS = DocumentParser.parse("");

  static SourceDocument read(String path, String text) {
    return switch (kind(path)) {
      case FEATURE -> new SourceDocument(path, text, FeatureBlocks.read(text), "");
      case RECORDS -> new SourceDocument(path, text, WITHOUT_BLOCKS, Digest.of(text));
      case TABLE -> new SourceDocument(path, text, DocumentParser.parse(text), "");
    };
  }

  /** Whether it is written in Gherkin, not in the table language. */
  public boolean isFeature() {
    return kind(path) == DocumentKind.FEATURE;
  }

  private static DocumentKind kind(String path) {
    return DocumentKind.of(path).orElse(DocumentKind.TABLE);
  }

  /** Another text for the same path; blocks that did not change are the same objects. */
  SourceDocument withText(String changed) {
    return switch (kind(path)) {
      case FEATURE -> new SourceDocument(path, changed, FeatureBlocks.read(changed, document), "");
      case RECORDS -> read(path, changed);
      case TABLE ->
          new SourceDocument(path, changed, DocumentParser.parse(changed, text, document), "");
    };
  }
}
