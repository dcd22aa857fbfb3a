package elmtable.project;

/**
 * Something that can be looked up by name in a project's index.
 *
 * @param key the key of its name, or {@link #ALL} for everything of its space
 */
public record Symbol(Space space, String key) {
  public static final String ALL = "";

  /** Names are unique within a space. */
  public enum Space {
    KEYWORD,
    PHRASE,
    PAGE,
    ELEMENT,
    DATA_SET,
    /** Columns of rows typed into data sets. */
    COLUMN,
    FIXTURE,
    ENVIRONMENT,
    /** The values of an environment, for what evaluates them. */
    ENVIRONMENT_VALUES,
    BROWSER,
    PLAN,
    CASE,
    /** Names of published values. */
    PUBLISHED
  }

  static Symbol all(Space space) {
    return new Symbol(space, ALL);
  }

  /**
   * @param set the key of a data set's name
   * @param column the key of a column's, or {@link #ALL}
   */
  public static Symbol column(String set, String column) {
    return new Symbol(Space.COLUMN, set + "/" + column);
  }

  /** Used where a step may use any element, since its name is known at run time only. */
  public static Symbol anyElement() {
    return new Symbol(Space.ELEMENT, "<any>");
  }

  /** The elements whose names have placeholders in them. */
  static Symbol patterns() {
    return new Symbol(Space.ELEMENT, "<>");
  }
}
