package elmtable.server.store;

import java.util.List;

/**
 * What lies in a project's folder and is no part of the project: hidden files and folders, {@code
 * node_modules}, and what the file {@value #FILE} names.
 */
public record PassedOver(List<String> named) {
  public static final String FILE = ".elmignore";

  /**
   * @param text what the file holds: a path a line; lines that begin with # are notes
   */
  public static PassedOver of(String text) {
    return new PassedOver(
        text.lines()
            .map(String::strip)
            .filter(line -> !line.isEmpty() && !line.startsWith("#"))
            .map(line -> line.replaceAll("^/|/$", ""))
            .toList());
  }

  /** Whether a path, with slashes, is one of them or inside of one. */
  public boolean has(String path) {
    for (String part : path.split("/")) {
      if (part.startsWith(".") || part.equals("node_modules")) {
        return true;
      }
    }
    return named.stream().anyMatch(each -> path.equals(each) || path.startsWith(each + "/"));
  }
}
