package elmtable.server.http;

import io.javalin.http.Context;
import io.javalin.http.ForbiddenResponse;
import java.net.URI;
import java.util.Optional;
import java.util.Set;

/**
 * Keeps other sites' pages out. A request has to name this machine as its host, or a page could
 * reach the server under a name of its own; a change has to come from a page of this server.
 */
final class Guard {
  private static final Set<String> LOOPBACK = Set.of("localhost", "127.0.0.1", "[::1]");
  private static final String POLICY =
      "default-src 'self'; img-src 'self' blob: data:; style-src 'self' 'unsafe-inline'; object-src 'none'; "
          + "base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

  private Guard() {}

  /** A page of another site may not listen either. */
  static void checkUpgrade(Context ctx) {
    check(ctx);
    String origin = ctx.header("Origin");
    if (origin != null && !isOf(origin, ctx.header("Host"))) {
      throw new ForbiddenResponse("A page of “" + origin + "” may not listen here.");
    }
  }

  static void check(Context ctx) {
    String host = Optional.ofNullable(ctx.header("Host")).orElse("");
    if (!LOOPBACK.contains(host.replaceFirst(":\\d+$", ""))) {
      throw new ForbiddenResponse(
          "This server answers only to its own machine, not to the host “" + host + "”.");
    }
    boolean changes = !Set.of("GET", "HEAD", "OPTIONS").contains(ctx.method().name());
    String origin = ctx.header("Origin");
    if (changes && origin != null && !isOf(origin, host)) {
      throw new ForbiddenResponse("A page of “" + origin + "” may not change anything here.");
    }
    ctx.header("Content-Security-Policy", POLICY);
    ctx.header("X-Content-Type-Options", "nosniff");
    ctx.header("Referrer-Policy", "no-referrer");
  }

  private static boolean isOf(String origin, String host) {
    try {
      return host.equals(URI.create(origin).getAuthority());
    } catch (IllegalArgumentException noAddress) {
      return false;
    }
  }
}
