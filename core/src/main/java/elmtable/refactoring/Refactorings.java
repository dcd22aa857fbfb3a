package elmtable.refactoring;

import elmtable.check.CheckedProject;
import java.util.Set;

/** Changes that keep what a project means. None changes anything itself: each gives a preview. */
public final class Refactorings {
  private Refactorings() {}

  /** Another name for a thing, there and wherever it is named. */
  public static Preview rename(CheckedProject project, RenameTarget thing, String newName) {
    return new Renaming(project, thing, newName.strip()).preview();
  }

  /**
   * Makes a keyword of some steps of a case or keyword, and calls it there and wherever else the
   * same steps stand. What differs between these places becomes a parameter.
   *
   * @param line of the first step, counted from zero
   * @param count how many steps
   */
  public static Preview extractKeyword(
      CheckedProject project, String document, int line, int count, String name) {
    return extraction(project, document, line, count, name, Set.of()).preview();
  }

  /**
   * The same with all that makes up the keyword.
   *
   * @param except places with the same steps that are left as they are
   */
  public static Extraction extraction(
      CheckedProject project,
      String document,
      int line,
      int count,
      String name,
      Set<Extraction.Place> except) {
    return new ExtractKeyword(project, document, line, count, name.strip(), except).extraction();
  }

  /**
   * Puts the steps of a composed keyword in the place of the step that calls it.
   *
   * @param line of that step, counted from zero
   */
  public static Preview inline(CheckedProject project, String document, int line) {
    return new InlineKeyword(project, document, line).preview();
  }

  /**
   * Makes a parameter of what stands in a cell of a keyword's step; its default is what stood
   * there.
   *
   * @param cell counted from 0 behind the first one
   */
  public static Preview toParameter(
      CheckedProject project, String document, int line, int cell, String name) {
    return new ExtractLiteral(project, document, line, cell, name.strip()).parameter();
  }

  /** Makes a column of what stands in a cell of a case's step, with that value in every row. */
  public static Preview toColumn(
      CheckedProject project, String document, int line, int cell, String name) {
    return new ExtractLiteral(project, document, line, cell, name.strip()).column();
  }

  /** Makes a value of every environment of what stands in a cell of a step. */
  public static Preview toEnvironmentValue(
      CheckedProject project, String document, int line, int cell, String name) {
    return new ExtractLiteral(project, document, line, cell, name.strip()).environmentValue();
  }

  /**
   * Makes a data set of the rows that are typed in a case.
   *
   * @param line any line of the case, counted from zero
   */
  public static Preview toDataSet(CheckedProject project, String document, int line, String name) {
    return new RowsOfCase(project, document, line).toDataSet(name.strip());
  }

  /**
   * Types the rows of the data set that a case names into the case. The set goes where nothing else
   * uses it.
   *
   * @param line any line of the case, counted from zero
   */
  public static Preview toOwnRows(CheckedProject project, String document, int line) {
    return new RowsOfCase(project, document, line).fromDataSet();
  }

  /**
   * Moves the first steps of a case into its set-up.
   *
   * @param line of the first step, counted from zero
   */
  public static Preview toSetUp(CheckedProject project, String document, int line, int count) {
    return new FirstSteps(project, document, line, count).toSetUp();
  }

  /**
   * Makes a fixture of the first steps of a case's set-up, or of its steps where it has none.
   *
   * @param line of the first step, counted from zero
   * @param name with places for what the steps use of the row or suite
   */
  public static Preview toFixture(
      CheckedProject project, String document, int line, int count, String name) {
    return new FirstSteps(project, document, line, count).toFixture(name.strip());
  }

  /**
   * Adds an element that a step names and no page has to the page in force, located by its name.
   *
   * @param cell counted from 0 behind the first one
   */
  public static Preview addElement(CheckedProject project, String document, int line, int cell) {
    return new AddElement(project, document, line, cell).preview();
  }

  /**
   * Moves a block to the end of another document. A case takes along what its suite said for it.
   *
   * @param line any line of the block, counted from zero
   * @param target the path of the other document, which may be a new one
   */
  public static Preview move(CheckedProject project, String document, int line, String target) {
    return new MoveBlock(project, document, line, target.strip()).preview();
  }
}
