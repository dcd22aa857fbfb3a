package elmtable.text;

import static elmtable.text.Severity.ERROR;
import static elmtable.text.Severity.NOTICE;
import static elmtable.text.Severity.WARNING;

/** The catalogue of everything that can be wrong with a project. Codes are stable. */
public enum Problem {
  UNREADABLE_LINE("T101", ERROR, "An unreadable line"),
  NAMELESS_BLOCK("T102", ERROR, "A block without a name"),
  UNKNOWN_PROPERTY("T103", ERROR, "A property that this block does not have"),
  UNKNOWN_SECTION("T104", ERROR, "A section that this block does not have"),
  DOUBLE_PROPERTY("T105", ERROR, "A property that stands twice"),
  EMPTY_PROPERTY("T106", ERROR, "A property without a value"),
  DOUBLE_SECTION("T107", ERROR, "A section that stands twice"),
  SECOND_SUITE("T108", ERROR, "A second suite in one document"),
  CASE_BEFORE_SUITE("T109", ERROR, "A case before its suite"),
  UNKNOWN_HOOK_MOMENT("T110", ERROR, "A hook for a moment that does not exist"),
  BAD_NAME("T111", ERROR, "A name with a character that names cannot have"),
  UNKNOWN_COLUMN_NAME("T112", ERROR, "A section column that does not exist"),
  SHORT_OR_LONG_ROW("T113", ERROR, "A row with fewer or more cells than columns"),
  BAD_PROPERTY_VALUE("T114", ERROR, "A property whose value cannot be read"),
  UNCLOSED_ROW("T115", WARNING, "A row without its last pipe"),
  MISSING_COLUMN("T116", ERROR, "A section without a column that it needs"),
  UNREADABLE_DOCUMENT("T117", ERROR, "A document that is not text"),
  CONFLICT("T118", ERROR, "Lines that two people changed"),

  GHERKIN_UNREADABLE("G101", ERROR, "An unreadable line of a feature"),
  STEP_IN_DESCRIPTION("G102", WARNING, "A step in the description of a feature"),
  TAG_WITHOUT_NAME("G103", WARNING, "A tag that lacks the name it needs"),

  FORMULA_UNREADABLE("F101", ERROR, "A formula that cannot be read"),
  UNKNOWN_FUNCTION("F102", ERROR, "A function that does not exist"),
  UNKNOWN_REFERENCE("F103", ERROR, "A reference to a value that does not exist here"),
  CHANGING_NAME("F104", ERROR, "A name that depends on a changing value"),
  UNCLOSED_REFERENCE("F105", WARNING, "A < that never closes"),

  DUPLICATE_NAME("N101", ERROR, "Two things with one name"),
  UNBOUND_STEP("N102", ERROR, "A step that no keyword answers to"),
  UNBOUND_DRAFT_STEP("N103", NOTICE, "A step of a draft that no keyword answers to yet"),
  UNKNOWN_PAGE("N104", ERROR, "A page that does not exist"),
  UNKNOWN_ELEMENT("N105", ERROR, "An element that does not exist"),
  AMBIGUOUS_ELEMENT("N106", ERROR, "An element name that fits several elements"),
  UNKNOWN_DATA_SET("N107", ERROR, "A data set that does not exist"),
  UNKNOWN_KIND("N108", ERROR, "A kind that does not exist"),
  CALLS_ITSELF("N109", ERROR, "A keyword that calls itself"),
  DRAFT_KEYWORD("N110", ERROR, "A draft keyword in a ready case"),
  UNKNOWN_LOCATOR_KIND("N111", ERROR, "A way of locating that does not exist"),
  UNKNOWN_FIXTURE("N112", ERROR, "A fixture that does not exist"),
  UNKNOWN_ENVIRONMENT("N113", ERROR, "An environment that does not exist"),
  AMBIGUOUS_PHRASE("N114", ERROR, "A sentence that fits several phrases"),
  UNKNOWN_CASE("N115", ERROR, "A case to come after that does not exist"),
  UNKNOWN_BROWSER("N116", ERROR, "A browser that does not exist"),
  AFTER_CIRCLE("N117", ERROR, "A case that comes after itself"),
  AFTER_NEVER("N118", ERROR, "A case to come after that never runs"),
  EQUAL_NAMES("N119", WARNING, "Executable cases with one name"),
  UNKNOWN_ELEMENT_OF_ROW("N123", ERROR, "A row that names an element that does not exist"),
  UNKNOWN_SUITE("N120", ERROR, "A suite that does not exist"),
  WIDER_FIXTURE("N121", ERROR, "A fixture that needs one of a narrower scope"),
  FIXTURE_CIRCLE("N122", ERROR, "A fixture that needs itself"),
  AMBIGUOUS_FIXTURE("N124", ERROR, "A fixture name that fits several fixtures"),
  DOUBLE_GIVEN("N125", ERROR, "A name that two fixtures give"),
  FIXTURE_PLACES("N126", ERROR, "A fixture that takes other than the places in its name"),
  ENVIRONMENT_CIRCLE("N127", ERROR, "An environment that starts from itself"),
  VALUE_CIRCLE("N128", ERROR, "A value that is made of itself"),
  FRAME_CIRCLE("N129", ERROR, "An element that lives in itself"),
  UNFINISHED_SENTENCE("N130", WARNING, "A sentence of a feature that no keyword answers to yet"),
  HALF_CREDENTIALS("N131", WARNING, "A user name without a password, or one without the other"),

  TOO_FEW_ARGUMENTS("S101", ERROR, "A required argument that is missing"),
  TOO_MANY_ARGUMENTS("S102", ERROR, "More arguments than the keyword takes"),
  DOUBLED_ARGUMENT("S103", ERROR, "An argument that is given twice"),
  NOT_A_CHOICE("S104", ERROR, "A value that is not among the choices"),
  WRONG_KIND("S105", ERROR, "A value of the wrong kind"),
  MARK_WITHOUT_SENSE("S106", ERROR, "A mark that makes no sense here"),
  NO_STEPS("S107", NOTICE, "A case without steps"),
  FIXED_PAUSE("S108", WARNING, "A fixed pause"),
  NO_RESULT("S109", ERROR, "More results kept than the keyword gives"),
  POSITION_LOCATOR("S110", WARNING, "A locator that depends on position"),
  LITERAL_ADDRESS("S111", WARNING, "An address written out that an environment gives"),
  PLAIN_SECRET("S112", WARNING, "A secret in plain text"),
  CONDITIONAL_RESULT("S113", WARNING, "A result that is kept only under a condition"),
  PHRASE_LEAVES_OUT("S114", WARNING, "A phrase without a place for a required parameter"),
  TRUE_OR_FALSE("S115", NOTICE, "True or false for yes or no"),
  HARD_EXPECTATIONS("S116", NOTICE, "Hard expectations in a row"),
  REPEATED_STEPS("S117", NOTICE, "The same steps in several cases"),
  BAD_LOCATOR("S118", ERROR, "A locator that cannot work"),
  BAD_DEFAULT("S119", ERROR, "A default that does not fit its parameter"),
  FINISHED_DRAFT("S120", NOTICE, "A draft whose steps all have keywords"),
  NO_RECORD("S121", ERROR, "A row or column looked up that does not exist"),
  BAD_ISOLATION("S122", ERROR, "An isolation that cannot be kept"),
  OPEN_ISOLATION("S123", WARNING, "An isolation that promises nothing to what comes after"),

  MISSING_FILE("D101", ERROR, "A file that does not exist"),
  BROKEN_DATA_FILE("D102", ERROR, "A data file that cannot be read"),
  EMPTY_DATA_SET("D103", WARNING, "A data set without rows"),
  TWO_SOURCES("D104", ERROR, "Two sources of data for one case or set"),
  NO_SOURCE("D105", ERROR, "A data set without a source"),
  DOUBLE_COLUMN("D106", ERROR, "Two columns with one name"),
  UNKNOWN_COLUMN("D107", ERROR, "A column that does not exist"),
  DATA_CIRCLE("D108", ERROR, "A data set that is made of itself"),
  UNEVEN_SETS("D109", NOTICE, "Sets with different columns, one after another"),
  BROKEN_PART("D110", ERROR, "A data set made of one that cannot be used"),
  BRACKETS_NEEDED("D111", NOTICE, "A column whose name needs brackets"),
  LOST_PAIRS("D112", WARNING, "Pairs of values lost by a condition"),
  NOT_LOOKED_AT("D113", NOTICE, "Data that was not looked at to its end"),
  BAD_CELL("D114", ERROR, "A cell that its column's kind does not allow"),
  OTHER_SHAPE("D115", WARNING, "A file that seems to be divided or encoded otherwise"),

  UNUSED_KEYWORD("U101", WARNING, "A keyword that nothing calls"),
  UNUSED_ELEMENT("U102", WARNING, "An element that no step uses"),
  UNUSED_DATA_SET("U103", WARNING, "A data set that nothing uses"),
  UNUSED_FIXTURE("U104", WARNING, "A fixture that nothing uses"),
  UNUSED_COLUMN("U105", WARNING, "A column that nothing uses"),

  NOT_CARRIED_OUT("V101", ERROR, "Something that this version does not carry out yet");

  private final String code;
  private final Severity severity;
  private final String title;

  Problem(String code, Severity severity, String title) {
    this.code = code;
    this.severity = severity;
    this.title = title;
  }

  public String code() {
    return code;
  }

  public Severity severity() {
    return severity;
  }

  public String title() {
    return title;
  }
}
