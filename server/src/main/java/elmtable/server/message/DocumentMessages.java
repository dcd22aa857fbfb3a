package elmtable.server.message;

import elmtable.text.TextChange;
import java.util.List;

/** Documents as texts, their updates and their history. */
public final class DocumentMessages {
  private DocumentMessages() {}

  /** A document with its text; {@code version} is the number of its updates. */
  public record DocumentText(long id, String path, long version, String text) {}

  public record DocumentHandle(long id, String path, long version) {}

  /** A document that was removed; {@code at} is left out where nobody noted when. */
  public record RemovedDocument(long id, String path, @Nullable String at) {}

  /**
   * What somebody did to a document in one go.
   *
   * @param from the version before it
   * @param to the version that it made
   * @param what which blocks it touched, in words; empty for the document's beginning
   */
  public record HistoryEntry(
      long from, long to, String author, String began, String ended, List<String> what) {}

  /** {@code more} tells whether there is older history. */
  public record HistoryView(List<HistoryEntry> entries, boolean more) {}

  public record RenameRequest(String path) {}

  public record TakeBackRequest(long version, @Nullable String author) {}

  public record NewDocumentRequest(String path, String text, @Nullable String author) {}

  /**
   * @param version the document's, from which the updates start
   * @param client names the page; unique for each load of one
   * @param first the number of the first update; a client counts its updates of a document
   */
  public record UpdatesRequest(
      long version, String client, long first, @Nullable String author, List<TextChange> updates) {}

  /** A text that a page has, from a version whose updates are no longer kept. */
  public record DifferenceRequest(String text) {}

  /** What leads from the text that was sent to the document's of a version, by lines. */
  public record DifferenceView(long version, TextChange change) {}

  public record UpdateView(String client, String author, String at, TextChange change) {}

  /** A document's version, and the updates that led there from the one that was asked for. */
  public record UpdatesView(long version, List<UpdateView> updates) {}

  /** A change of the document at a path, which is made where it is missing. */
  public record DocumentChange(String path, long version, TextChange change) {}

  public record ChangesRequest(@Nullable String author, List<DocumentChange> documents) {}

  /** {@code leftOut} stretches were left alone, since somebody changed them meanwhile. */
  public record ChangesDone(long id, int leftOut) {}
}
