package elmtable.server.message;

import elmtable.server.message.SheetMessages.RowView;
import java.util.List;

/** Keywords for the catalogue and the lens. */
public final class KeywordMessages {
  private KeywordMessages() {}

  public record ParameterView(
      String name, String kind, String fallback, boolean optional, String note) {}

  public record OutputView(String name, String kind, String note) {}

  /** {@code path} is left out for a built-in keyword; {@code steps} then is empty. */
  public record KeywordView(
      String name,
      String group,
      String note,
      List<String> phrases,
      List<ParameterView> takes,
      List<OutputView> gives,
      @Nullable String path,
      @Nullable Integer line,
      List<RowView> steps) {}
}
