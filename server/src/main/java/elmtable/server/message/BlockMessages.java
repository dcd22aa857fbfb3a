package elmtable.server.message;

import elmtable.run.event.Outcome;
import elmtable.server.message.SheetMessages.TextPiece;
import java.util.List;

/** The blocks of a project as lists name them, and where they are used. */
public final class BlockMessages {
  private BlockMessages() {}

  /**
   * A block other than a suite or case.
   *
   * @param kind the word that opens it
   * @param group what it is listed under: a keyword's group, a data set's source, a fixture's scope
   * @param detail a page's address, the tags of a hook, the environment that one is like
   * @param size calls of a keyword, elements of a page, rows of a data set, cases of a fixture;
   *     left out where nobody knows
   */
  public record BlockNode(
      String kind,
      String name,
      String path,
      int line,
      String note,
      String group,
      String detail,
      @Nullable Long size,
      int errors,
      int warnings) {}

  /** A place in a document; {@code title} is the name of the case or other block that it is in. */
  public record PlaceView(String path, int line, String title) {}

  /**
   * A place where something is named.
   *
   * @param kind the word of the block that it is in
   * @param where in the block, in words: {@code step 3}, {@code data}
   * @param declares whether the thing gets its name there
   * @param last how the case ended when it last ran
   */
  public record UseView(
      String path,
      int line,
      String kind,
      List<TextPiece> title,
      String where,
      boolean declares,
      @Nullable Outcome last) {}
}
