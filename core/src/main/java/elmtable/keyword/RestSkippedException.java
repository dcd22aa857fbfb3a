package elmtable.keyword;

/** Thrown by a keyword to pass over the rest of its case, whose steps are no failure. */
public final class RestSkippedException extends RuntimeException {
  private static final long serialVersionUID = 1;

  public RestSkippedException(String reason) {
    super(reason, null, false, false);
  }
}
