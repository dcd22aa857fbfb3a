package elmtable.keyword;

import java.io.IOException;
import java.net.MalformedURLException;
import java.net.URL;
import java.net.URLClassLoader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.ServiceConfigurationError;
import java.util.ServiceLoader;
import java.util.stream.Stream;

/** Loads keywords from the jars of a folder. */
public final class Extensions {
  /** A jar that cannot be used; the message is for a person and names it. */
  public static final class UnusableException extends RuntimeException {
    private static final long serialVersionUID = 1;

    UnusableException(String message, Throwable cause) {
      super(message, cause);
    }
  }

  private Extensions() {}

  /**
   * The libraries in the jars of a folder, jar by jar in the order of their names. Each jar sees
   * this program's classes and its own. A folder that is not there has none.
   *
   * <p>Throws {@link UnusableException} where a jar cannot be read or what it names cannot be made.
   */
  public static List<KeywordLibrary> load(Path folder) {
    if (!Files.isDirectory(folder)) {
      return List.of();
    }
    List<KeywordLibrary> libraries = new ArrayList<>();
    for (Path jar : jars(folder)) {
      try {
        // Stays open: classes are loaded from it as long as the program runs.
        ClassLoader loader =
            new URLClassLoader(
                jar.getFileName().toString(),
                new URL[] {address(jar)},
                Extensions.class.getClassLoader());
        ServiceLoader.load(KeywordLibrary.class, loader).stream()
            .filter(provider -> provider.type().getClassLoader() == loader)
            .forEach(provider -> libraries.add(provider.get()));
      } catch (ServiceConfigurationError | LinkageError broken) {
        throw new UnusableException(
            "The extension " + jar.getFileName() + " cannot be used: " + broken.getMessage(),
            broken);
      }
    }
    return libraries;
  }

  private static List<Path> jars(Path folder) {
    try (Stream<Path> files = Files.list(folder)) {
      return files.filter(file -> file.toString().endsWith(".jar")).sorted().toList();
    } catch (IOException unreadable) {
      throw new UnusableException(
          "The extension folder " + folder + " cannot be read: " + unreadable.getMessage(),
          unreadable);
    }
  }

  private static URL address(Path jar) {
    try {
      return jar.toUri().toURL();
    } catch (MalformedURLException impossible) {
      throw new IllegalStateException(impossible);
    }
  }
}
