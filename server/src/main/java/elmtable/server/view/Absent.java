package elmtable.server.view;

/** Texts that say nothing when they are empty. */
final class Absent {
  private Absent() {}

  /** Null, which is left out of an answer, for the empty text. */
  static @Nullable String ifEmpty(String text) {
    return text.isEmpty() ? null : text;
  }
}
