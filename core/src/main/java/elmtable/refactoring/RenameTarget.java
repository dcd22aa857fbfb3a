package elmtable.refactoring;

import elmtable.language.BlockKind;
import elmtable.project.Project;
import java.util.Optional;

/** Something in a project that has a name and can be used by it. */
public sealed interface RenameTarget {
  String name();

  /**
   * What gets its name in a line of a document: the block that begins there, or an element in the
   * row of a page.
   *
   * @param line counted from zero
   */
  static Optional<RenameTarget> at(Project project, String path, int line) {
    return NameAt.find(project, path, line);
  }

  /**
   * A keyword, page, data set, fixture, environment, browser or suite; names compare as everywhere.
   */
  record Named(BlockKind kind, String name) implements RenameTarget {}

  record Element(String page, String name) implements RenameTarget {}

  /** A case of a suite. */
  record Case(String suite, String name) implements RenameTarget {}

  /** A parameter of a composed keyword. */
  record Parameter(String keyword, String name) implements RenameTarget {}

  /** A column of the rows typed into a case. */
  record Column(String suite, String caseName, String name) implements RenameTarget {}
}
