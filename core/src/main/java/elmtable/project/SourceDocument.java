package elmtable.project;

import elmtable.language.Document;
import elmtable.language.DocumentParser;

/** A document of a project: its path, its text and what was read from it. */
public record SourceDocument(String path, String text, Document document) {
  static SourceDocument read(String path, String text) {
    return new SourceDocument(path, text, DocumentParser.parse(text));
  }

  /** Another text for the same path; blocks that did not change are the same objects. */
  SourceDocument withText(String changed) {
    return new SourceDocument(path, changed, DocumentParser.parse(changed, text, document));
  }
}
