package elmtable.server.store;

import elmtable.project.DocumentKind;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * What a project's folder holds, but for what is {@linkplain PassedOver passed over}. Links to
 * folders are not followed.
 *
 * @param files by their path with slashes
 * @param leftOut why folders and documents could not be looked at, by path
 */
public record FolderWalk(
    SortedMap<String, BasicFileAttributes> files, SortedMap<String, String> leftOut) {
  /** What names of files are written in here. */
  private static final String LETTERS = System.getProperty("sun.jnu.encoding");

  private static final String NOT_NAMED =
      LETTERS.equals("UTF-8")
          ? "Its name is not UTF-8; rename it."
          : "Its name has letters that this system's character set, "
              + LETTERS
              + ", does not have; start Elm Table with LC_ALL=C.UTF-8, or rename it.";

  public static FolderWalk of(Path folder) throws IOException {
    FolderWalk walk = new FolderWalk(new TreeMap<>(), new TreeMap<>());
    Files.walkFileTree(folder, walk.visitor(folder, passedOver(folder)));
    return walk;
  }

  /** The path of a file or folder inside a project's folder, with slashes. */
  public static String pathOf(Path folder, Path file) {
    return folder.relativize(file).toString().replace(folder.getFileSystem().getSeparator(), "/");
  }

  private SimpleFileVisitor<Path> visitor(Path folder, PassedOver passedOver) {
    return new SimpleFileVisitor<>() {
      @Override
      public FileVisitResult preVisitDirectory(Path dir, BasicFileAttributes attributes) {
        boolean over = !dir.equals(folder) && passedOver.has(pathOf(folder, dir));
        return over ? FileVisitResult.SKIP_SUBTREE : FileVisitResult.CONTINUE;
      }

      @Override
      public FileVisitResult visitFile(Path file, BasicFileAttributes attributes)
          throws IOException {
        if (!passedOver.has(pathOf(folder, file))) {
          add(folder, file, attributes);
        }
        return FileVisitResult.CONTINUE;
      }

      @Override
      public FileVisitResult visitFileFailed(Path file, IOException failed) throws IOException {
        if (file.equals(folder)) {
          throw failed;
        }
        String path = pathOf(folder, file);
        // What went away between being listed and looked at is nothing that is missing.
        if (!(failed instanceof NoSuchFileException) && !passedOver.has(path)) {
          leftOut.put(path, "It cannot be read: " + reason(failed) + ".");
        }
        return FileVisitResult.CONTINUE;
      }
    };
  }

  private void add(Path folder, Path file, BasicFileAttributes found) throws IOException {
    if (found.isSymbolicLink() && !Files.isRegularFile(file)) {
      return;
    }
    BasicFileAttributes attributes =
        found.isSymbolicLink() ? Files.readAttributes(file, BasicFileAttributes.class) : found;
    if (!attributes.isRegularFile()) {
      return;
    }
    String path = pathOf(folder, file);
    boolean controls = path.chars().anyMatch(Character::isISOControl);
    if (!controls && isNameOf(file, folder, path)) {
      files.put(path, attributes);
    } else if (DocumentKind.holdsBlocks(path)) {
      leftOut.put(path, controls ? "Its name has a line break or the like; rename it." : NOT_NAMED);
    }
  }

  /** Whether the path leads back to the file: a name may have bytes that are no letters here. */
  private static boolean isNameOf(Path file, Path folder, String path) {
    try {
      return folder.resolve(path).equals(file);
    } catch (InvalidPathException noName) {
      return false;
    }
  }

  private static String reason(IOException failed) {
    return failed instanceof AccessDeniedException
        ? "this program is not allowed to; allow it, or name the folder in " + PassedOver.FILE
        : String.valueOf(failed.getMessage());
  }

  private static PassedOver passedOver(Path folder) throws IOException {
    Path file = folder.resolve(PassedOver.FILE);
    return Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)
        ? PassedOver.of(new String(Files.readAllBytes(file), StandardCharsets.UTF_8))
        : PassedOver.of("");
  }
}
