package elmtable.server.http;

import elmtable.server.message.DocumentMessages.UpdatesView;
import elmtable.server.message.ProjectMessages.ProblemDetails;
import io.javalin.http.Context;
import io.javalin.http.HttpStatus;
import java.util.Optional;

/** Answers that are errors, as problem details (RFC 9457). */
final class Answers {
  private static final String PROBLEM_JSON = "application/problem+json";
  private static final int MOST_DIGITS = 18;

  private Answers() {}

  static void problem(Context ctx, int status, String detail) {
    String title = HttpStatus.forStatus(status).getMessage();
    write(ctx, new ProblemDetails("about:blank", title, status, detail, null, null, null));
  }

  static void thinned(Context ctx, String detail) {
    write(
        ctx,
        new ProblemDetails(
            "about:blank", "These updates are no longer kept", 410, detail, null, null, true));
  }

  static void full(Context ctx, String detail) {
    write(
        ctx, new ProblemDetails("about:blank", "The disk is full", 507, detail, null, true, null));
  }

  static void behind(Context ctx, UpdatesView since) {
    write(
        ctx,
        new ProblemDetails(
            "about:blank",
            "The document went on meanwhile",
            409,
            "Others changed the document; take their updates in and send yours again.",
            since,
            null,
            null));
  }

  static void write(Context ctx, ProblemDetails problem) {
    ctx.status(problem.status()).json(problem).contentType(PROBLEM_JSON);
  }

  /** A whole number from 0 on, as it stands in an address. */
  static Optional<Long> number(String text) {
    return text.matches("\\d{1," + MOST_DIGITS + "}")
        ? Optional.of(Long.parseLong(text))
        : Optional.empty();
  }
}
