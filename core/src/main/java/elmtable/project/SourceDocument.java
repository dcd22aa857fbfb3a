package elmtable.project;

import elmtable.gherkin.FeatureBlocks;
import elmtable.language.Document;
import elmtable.language.DocumentParser;

/** A document of a project: its path, its text and what was read from it. */
public record SourceDocument(String path, String text, Document document) {
  static SourceDocument read(String path, String text) {
    Document document = isFeature(path) ? FeatureBlocks.read(text) : DocumentParser.parse(text);
    return new SourceDocument(path, text, document);
  }

  /** Whether it is written in Gherkin, not in the table language. */
  public boolean isFeature() {
    return isFeature(path);
  }

  private static boolean isFeature(String path) {
    return path.endsWith(FeatureBlocks.ENDING);
  }

  /** Another text for the same path; blocks that did not change are the same objects. */
  SourceDocument withText(String changed) {
    Document read =
        isFeature()
            ? FeatureBlocks.read(changed, document)
            : DocumentParser.parse(changed, text, document);
    return new SourceDocument(path, changed, read);
  }
}
