package elmtable.server.message;

import elmtable.run.event.Outcome;
import elmtable.server.message.SheetMessages.TextPiece;
import java.util.List;
import java.util.Map;

/** What would run, and why. */
public final class PlanMessages {
  private PlanMessages() {}

  public record ExecutableView(
      String identity,
      String name,
      int row,
      Map<String, String> values,
      String environment,
      String browser,
      @Nullable Outcome last,
      @Nullable String fault) {}

  public record CasePlanView(
      String suite,
      String path,
      String name,
      List<TextPiece> nameParts,
      int line,
      long count,
      @Nullable String exclusionReason,
      @Nullable String needed,
      List<String> tags,
      List<ExecutableView> executables) {}

  public record PlanView(
      long count, long all, String environment, String browser, List<CasePlanView> cases) {}
}
