package elmtable.server.folder;

import elmtable.project.DocumentKind;
import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.FileVisitor;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * The files of a project's folder, by their path with slashes. Those that hold rows are documents
 * only where they are text of no great length. Hidden folders, {@code node_modules} and what {@code
 * .elmignore} names are not entered, links to folders not followed.
 */
record FolderScan(Map<String, Stamp> documents, Map<String, Stamp> others) {
  private static final String IGNORE = ".elmignore";

  /** What differs when a file was written. */
  record Stamp(long size, long millis) {
    static Stamp of(Path file) throws IOException {
      return new Stamp(Files.size(file), Files.getLastModifiedTime(file).toMillis());
    }
  }

  static FolderScan of(Path folder) throws IOException {
    FolderScan scan = new FolderScan(new TreeMap<>(), new TreeMap<>());
    List<String> ignored = ignored(folder);
    FileVisitor<Path> visitor =
        new SimpleFileVisitor<>() {
          @Override
          public FileVisitResult preVisitDirectory(Path dir, BasicFileAttributes attributes) {
            boolean enter = dir.equals(folder) || isEntered(pathOf(folder, dir), ignored);
            return enter ? FileVisitResult.CONTINUE : FileVisitResult.SKIP_SUBTREE;
          }

          @Override
          public FileVisitResult visitFile(Path file, BasicFileAttributes attributes)
              throws IOException {
            String path = pathOf(folder, file);
            if (isEntered(path, ignored)) {
              scan.add(path, file, attributes);
            }
            return FileVisitResult.CONTINUE;
          }

          @Override
          public FileVisitResult visitFileFailed(Path file, IOException gone) {
            // It went away between being listed and looked at; the next scan finds it or not.
            return FileVisitResult.CONTINUE;
          }
        };
    Files.walkFileTree(folder, visitor);
    return scan;
  }

  private void add(String path, Path file, BasicFileAttributes found) throws IOException {
    BasicFileAttributes attributes = found;
    if (found.isSymbolicLink()) {
      if (!Files.isRegularFile(file)) {
        return;
      }
      attributes = Files.readAttributes(file, BasicFileAttributes.class);
    }
    if (!attributes.isRegularFile()) {
      return;
    }
    Stamp stamp = new Stamp(attributes.size(), attributes.lastModifiedTime().toMillis());
    (DocumentKind.of(path).isPresent() ? documents : others).put(path, stamp);
  }

  private static String pathOf(Path folder, Path file) {
    return folder.relativize(file).toString().replace('\\', '/');
  }

  private static boolean isEntered(String path, List<String> ignored) {
    String name = path.substring(path.lastIndexOf('/') + 1);
    return !name.startsWith(".")
        && !name.equals("node_modules")
        && ignored.stream().noneMatch(each -> path.equals(each) || path.startsWith(each + "/"));
  }

  /** The paths in {@code .elmignore}, one a line; lines that begin with # are notes. */
  private static List<String> ignored(Path folder) throws IOException {
    Path file = folder.resolve(IGNORE);
    if (!Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) {
      return List.of();
    }
    return Files.readAllLines(file).stream()
        .map(String::strip)
        .filter(line -> !line.isEmpty() && !line.startsWith("#"))
        .map(line -> line.replaceAll("^/|/$", ""))
        .toList();
  }
}
