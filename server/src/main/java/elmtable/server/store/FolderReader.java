package elmtable.server.store;

import elmtable.data.source.ProjectFiles;
import elmtable.project.DocumentKind;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * A project read from a folder: texts of documents by path, and the other files where they are.
 * Rows of separated values are read where they are.
 */
public record FolderReader(Map<String, String> documents, ProjectFiles files) {
  /** The files of a folder that are not documents, where they stand. */
  public static ProjectFiles filesOf(Path folder) {
    return new FolderFiles(folder);
  }

  /** Throws {@link IOException} where the folder, or a part of it, cannot be read. */
  public static FolderReader of(Path folder) throws IOException {
    FolderWalk walk = FolderWalk.of(folder);
    if (!walk.leftOut().isEmpty()) {
      String first = walk.leftOut().firstKey();
      throw new IOException("“" + first + "”: " + walk.leftOut().get(first));
    }
    Map<String, String> documents = new TreeMap<>();
    for (String path : walk.files().keySet()) {
      if (DocumentKind.holdsBlocks(path)) {
        documents.put(path, text(folder.resolve(path)));
      }
    }
    return new FolderReader(documents, new FolderFiles(folder));
  }

  /** Bytes that are no UTF-8 become replacement characters, which a check reports. */
  private static String text(Path file) throws IOException {
    return new String(Files.readAllBytes(file), StandardCharsets.UTF_8);
  }

  private record FolderFiles(Path folder) implements ProjectFiles {
    @Override
    public List<String> paths() {
      try {
        return FolderWalk.of(folder).files().keySet().stream()
            .filter(path -> !DocumentKind.holdsBlocks(path))
            .toList();
      } catch (IOException unreadable) {
        throw new UncheckedIOException(unreadable);
      }
    }

    @Override
    public Optional<String> version(String path) {
      Path file = inside(path);
      try {
        if (file == null || !Files.isRegularFile(file)) {
          return Optional.empty();
        }
        BasicFileAttributes attributes = Files.readAttributes(file, BasicFileAttributes.class);
        return Optional.of(attributes.size() + " " + attributes.lastModifiedTime().toMillis());
      } catch (IOException unreadable) {
        // It is there; opening it says why it cannot be read.
        return Optional.of("unreadable");
      }
    }

    @Override
    public InputStream open(String path) throws IOException {
      Path file = inside(path);
      if (file == null) {
        throw new NoSuchFileException(path, null, "is not inside the project");
      }
      return Files.newInputStream(file);
    }

    @Override
    public Path local(String path) throws IOException {
      Path file = inside(path);
      if (file == null) {
        throw new NoSuchFileException(path, null, "is not inside the project");
      }
      return file;
    }

    /** A path that leads out of the project's folder is not a file of it. */
    private Path inside(String path) {
      try {
        Path file = folder.resolve(path).normalize();
        return file.startsWith(folder.normalize()) ? file : null;
      } catch (InvalidPathException noName) {
        // No file of this system can be called so.
        return null;
      }
    }
  }
}
