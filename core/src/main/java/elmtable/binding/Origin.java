package elmtable.binding;

/** Where the value of a reference comes from. */
public enum Origin {
  COLUMN("column"),
  PARAMETER("parameter"),
  /** A result kept by an earlier step, or an item of a repetition. */
  KEPT("kept result"),
  FIXTURE("fixture"),
  SUITE("value of the suite"),
  ENVIRONMENT("environment"),
  RUN("run"),
  PUBLISHED("published value");

  private final String word;

  Origin(String word) {
    this.word = word;
  }

  public String word() {
    return word;
  }
}
