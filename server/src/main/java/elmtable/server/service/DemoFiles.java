package elmtable.server.service;

import elmtable.server.store.FolderWalk;
import java.io.IOException;
import java.io.InputStream;
import java.net.URISyntaxException;
import java.nio.file.FileSystem;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;

/** The demo's project as it comes with the program. */
public final class DemoFiles {
  private static final String FOLDER = "elmtable/demo";

  private DemoFiles() {}

  /** Takes one of the files. */
  @FunctionalInterface
  public interface Taker {
    /**
     * @param path in the project, with slashes
     * @param content closed by the caller
     */
    void take(String path, InputStream content) throws IOException;
  }

  /** Hands over each file, in the order of their paths. */
  public static void forEach(Taker taker) throws IOException {
    Path program = program();
    if (Files.isDirectory(program)) {
      walk(program.resolve(FOLDER), taker);
      return;
    }
    try (FileSystem archive = FileSystems.newFileSystem(program)) {
      walk(archive.getPath(FOLDER), taker);
    }
  }

  /** The program's archive, or the folder of its classes. */
  private static Path program() throws IOException {
    try {
      return Path.of(DemoFiles.class.getProtectionDomain().getCodeSource().getLocation().toURI());
    } catch (URISyntaxException unreadable) {
      throw new IOException("The program's own place cannot be read.", unreadable);
    }
  }

  private static void walk(Path folder, Taker taker) throws IOException {
    List<Path> files;
    try (Stream<Path> all = Files.walk(folder)) {
      files = all.filter(Files::isRegularFile).sorted().toList();
    }
    for (Path file : files) {
      try (InputStream content = Files.newInputStream(file)) {
        taker.take(FolderWalk.pathOf(folder, file), content);
      }
    }
  }
}
