package elmtable.server.message;

import elmtable.server.message.SheetMessages.RowView;
import elmtable.server.message.SheetMessages.TextPiece;
import java.util.List;

/** What surrounds a case. */
public final class FixtureMessages {
  private FixtureMessages() {}

  /**
   * One part of the order.
   *
   * @param phase before, steps or after
   * @param kind fixture, hook, suite or case
   * @param scope how often it is carried out: once for each run, suite, rows or case
   * @param keptFor how long a session is kept, as written
   * @param millis how long it took when the case last ran; left out where it did not run in it
   */
  public record OrderPart(
      String phase,
      String kind,
      String scope,
      String name,
      String path,
      int line,
      List<RowView> steps,
      @Nullable String keptFor,
      @Nullable Double millis) {}

  /**
   * A session that is kept for later runs; of its values nothing is told.
   *
   * @param savedMillis what its reuses saved in all
   * @param cookies their names
   * @param domains where cookies and storage belong
   * @param expires when its first cookie does
   */
  public record KeptSessionView(
      String id,
      String fixture,
      String environment,
      String browser,
      String setUpAt,
      long setUpMillis,
      int uses,
      long savedMillis,
      List<String> cookies,
      List<String> domains,
      @Nullable String expires) {}

  /**
   * @param run in which it last ran, with {@code number} in it
   */
  public record OrderView(
      List<TextPiece> title,
      String suite,
      String path,
      int line,
      long executableCount,
      @Nullable Long run,
      @Nullable Integer number,
      List<OrderPart> parts) {}
}
