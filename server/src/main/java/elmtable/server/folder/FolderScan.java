package elmtable.server.folder;

import elmtable.project.DocumentKind;
import elmtable.server.store.FolderWalk;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.Map;
import java.util.TreeMap;

/**
 * The files of a project's folder, by their path with slashes, and when each was written. Those
 * that hold rows are documents only where they are text of no great length.
 *
 * @param leftOut why folders and documents could not be looked at, by path
 */
record FolderScan(
    Map<String, Stamp> documents, Map<String, Stamp> others, Map<String, String> leftOut) {
  /** What differs when a file was written. */
  record Stamp(long size, long millis) {
    static Stamp of(Path file) throws IOException {
      return new Stamp(Files.size(file), Files.getLastModifiedTime(file).toMillis());
    }

    private static Stamp of(BasicFileAttributes attributes) {
      return new Stamp(attributes.size(), attributes.lastModifiedTime().toMillis());
    }
  }

  static FolderScan of(Path folder) throws IOException {
    FolderWalk walk = FolderWalk.of(folder);
    FolderScan scan = new FolderScan(new TreeMap<>(), new TreeMap<>(), walk.leftOut());
    walk.files()
        .forEach((path, attributes) ->
            (DocumentKind.of(path).isPresent() ? scan.documents : scan.others)
                .put(path, Stamp.of(attributes)));
    return scan;
  }

  /** Whether a file may be there though it could not be looked at. */
  boolean mayHave(String path) {
    return leftOut.keySet().stream()
        .anyMatch(each -> path.equals(each) || path.startsWith(each + "/"));
  }
}
