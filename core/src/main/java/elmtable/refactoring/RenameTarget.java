package elmtable.refactoring;

import elmtable.language.BlockKind;

/** Something in a project that has a name and can be used by it. */
public sealed interface RenameTarget {
  String name();

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
