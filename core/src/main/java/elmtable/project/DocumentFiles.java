package elmtable.project;

import elmtable.data.source.ProjectFiles;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** Files beside the documents, and those documents that hold rows: as they are edited now. */
record DocumentFiles(ProjectFiles beside, Map<String, SourceDocument> records)
    implements ProjectFiles {
  /** The same object as before where no rows are others. */
  static DocumentFiles of(
      ProjectFiles beside, Map<String, SourceDocument> documents, DocumentFiles before) {
    Map<String, SourceDocument> records = new HashMap<>();
    documents.forEach((path, document) -> {
      if (DocumentKind.isRecords(path)) {
        records.put(path, document);
      }
    });
    DocumentFiles files = new DocumentFiles(beside, records);
    return before != null && before.beside == beside && before.records.equals(records)
        ? before
        : files;
  }

  private Optional<SourceDocument> records(String path) {
    return Optional.ofNullable(records.get(path));
  }

  @Override
  public List<String> paths() {
    return Stream.concat(records.keySet().stream(), beside.paths().stream())
        .distinct()
        .sorted()
        .toList();
  }

  @Override
  public Optional<String> version(String path) {
    Optional<SourceDocument> records = records(path);
    return records.isPresent() ? records.map(SourceDocument::digest) : beside.version(path);
  }

  @Override
  public InputStream open(String path) throws IOException {
    Optional<SourceDocument> records = records(path);
    return records.isPresent()
        ? new ByteArrayInputStream(records.get().text().getBytes(StandardCharsets.UTF_8))
        : beside.open(path);
  }

  @Override
  public Path local(String path) throws IOException {
    return records(path).isPresent() ? ProjectFiles.super.local(path) : beside.local(path);
  }
}
