package elmtable.server.service;

import elmtable.server.service.Workspace.Sent;
import elmtable.server.store.DocumentStore.Batch;
import elmtable.server.store.DocumentStore.Stored;
import elmtable.server.store.DocumentStore.Update;
import elmtable.text.SourceText;
import elmtable.text.TextChange;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;

/** Makes of the updates that a page sends what the store keeps, and refuses what no text can be. */
final class UpdateBatches {
  /** In UTF-16 units; twenty million of them are some 20 MB of text. */
  private static final int LONGEST_DOCUMENT = 20_000_000;

  private UpdateBatches() {}

  static Batch of(Stored document, Sent sent) {
    Instant now = Instant.now();
    String text = document.text();
    List<Update> updates = new ArrayList<>();
    for (TextChange change : sent.changes()) {
      if (change.lengthBefore() != text.length()) {
        throw new BadChangeException(
            "A change of “"
                + document.path()
                + "” is for a text of "
                + change.lengthBefore()
                + " characters, but that has "
                + text.length()
                + ".");
      }
      text = change.apply(text);
      int place = updates.size();
      updates.add(
          new Update(
              document.version() + place + 1,
              sent.client(),
              sent.first() + place,
              sent.author(),
              now,
              change));
    }
    requireText(document.path(), text);
    return new Batch(document.id(), updates, text);
  }

  static void requireText(String path, String text) {
    if (text.length() > LONGEST_DOCUMENT) {
      throw new BadChangeException(
          "“" + path + "” would be longer than 20 MB; divide it into several documents.");
    }
    if (SourceText.hasHalfCharacters(text)) {
      throw new BadChangeException("The change would cut a character of “" + path + "” in half.");
    }
  }
}
