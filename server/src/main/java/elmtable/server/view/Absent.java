package elmtable.server.view;

import elmtable.server.message.Nullable;
import java.util.List;

/** What says nothing when it is empty. */
public final class Absent {
  private Absent() {}

  /** Null, which is left out of an answer, for the empty text. */
  public static @Nullable String ifEmpty(String text) {
    return text.isEmpty() ? null : text;
  }

  /** The same for lists. */
  public static <T> @Nullable List<T> ifEmpty(List<T> list) {
    return list.isEmpty() ? null : list;
  }
}
