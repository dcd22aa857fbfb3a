package elmtable.webdriver;

/** An error that a remote end answered (W3C WebDriver, 6.6). */
final class WireError extends RuntimeException {
  private static final long serialVersionUID = 1;

  private final String code;

  WireError(String code, String message) {
    super(message, null, false, false);
    this.code = code;
  }

  /** Such as {@code no such element}. */
  String code() {
    return code;
  }

  boolean is(String... codes) {
    for (String one : codes) {
      if (one.equals(code)) {
        return true;
      }
    }
    return false;
  }
}
