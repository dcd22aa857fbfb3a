package elmtable.keyword;

/** Thrown by a keyword to pass over the rest of its case, whose steps are no failure. */
public final class RestSkipped extends RuntimeException {
  private static final long serialVersionUID = 1;

  public RestSkipped(String reason) {
    super(reason, null, false, false);
  }
}
