package elmtable.webdriver.wire;

/** An error that a remote end answered (W3C WebDriver, 6.6; WebDriver BiDi, 5.3). */
public final class WebDriverError extends RuntimeException {
  private static final long serialVersionUID = 1;

  private final String code;

  public WebDriverError(String code, String message) {
    super(message, null, false, false);
    this.code = code;
  }

  /** Such as {@code no such element}. */
  public String code() {
    return code;
  }

  public boolean is(String... codes) {
    for (String one : codes) {
      if (one.equals(code)) {
        return true;
      }
    }
    return false;
  }
}
