package elmtable.server.view;

import elmtable.language.Document;
import elmtable.language.Document.LocatedBlock;
import elmtable.language.DocumentParser;
import elmtable.language.LineStarts;
import elmtable.project.DocumentKind;
import elmtable.server.message.DocumentMessages.HistoryEntry;
import elmtable.server.message.DocumentMessages.HistoryView;
import elmtable.server.store.DocumentStore;
import elmtable.server.store.DocumentStore.KeptText;
import elmtable.server.store.DocumentStore.Stored;
import elmtable.server.store.DocumentStore.Update;
import elmtable.text.TextChange;
import elmtable.text.TextChange.Replacement;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/** Joins a document's updates to what somebody did in one go. */
public final class HistoryViews {
  private static final Duration ONE_GO = Duration.ofMinutes(5);
  private static final int MOST_ENTRIES = 40;
  private static final int MOST_UPDATES = 2_000;
  private static final int MOST_IN_ENTRY = 200;
  private static final int MOST_BLOCKS = 4;

  private final DocumentStore store;
  private final Stored document;

  private HistoryViews(DocumentStore store, Stored document) {
    this.store = store;
    this.document = document;
  }

  /** The history up to a version, the newest first. */
  public static HistoryView of(DocumentStore store, Stored document, long before) {
    return new HistoryViews(store, document).view(Math.min(before, document.version()));
  }

  private HistoryView view(long last) {
    List<Update> updates = store.updates(document.id(), Math.max(-1, last - MOST_UPDATES), last);
    List<HistoryEntry> entries = new ArrayList<>();
    int end = updates.size();
    while (end > 0 && entries.size() < MOST_ENTRIES) {
      int begin = end - 1;
      while (begin > 0 && end - begin < MOST_IN_ENTRY && inOneGo(updates, begin)) {
        begin--;
      }
      entries.add(entry(updates.subList(begin, end)));
      end = begin;
    }
    long reached = end > 0 ? updates.get(end - 1).version() : last - updates.size();
    if (end == 0) {
      addTexts(entries, updates.isEmpty() ? last : updates.get(0).version() - 1);
      return new HistoryView(entries, reached > 0 && updates.size() == MOST_UPDATES);
    }
    return new HistoryView(entries, true);
  }

  private static boolean inOneGo(List<Update> updates, int begin) {
    Update earlier = updates.get(begin - 1);
    Update later = updates.get(begin);
    return earlier.author().equals(later.author())
        && Duration.between(earlier.at(), later.at()).compareTo(ONE_GO) <= 0;
  }

  private HistoryEntry entry(List<Update> updates) {
    Update first = updates.getFirst();
    Update last = updates.getLast();
    TextChange all = updates.stream().map(Update::change).reduce(TextChange::compose).orElseThrow();
    return new HistoryEntry(
        first.version() - 1,
        last.version(),
        last.author(),
        first.at().toString(),
        last.at().toString(),
        touched(all, store.text(document.id(), last.version())));
  }

  /** What is older than all updates is there as texts. */
  private void addTexts(List<HistoryEntry> entries, long last) {
    for (KeptText text : store.texts(document.id()).reversed()) {
      if (text.version() <= last) {
        String at = text.at().toString();
        entries.add(
            new HistoryEntry(text.version(), text.version(), text.author(), at, at, List.of()));
      }
    }
  }

  private List<String> touched(TextChange change, String text) {
    DocumentKind kind = DocumentKind.of(document.path()).orElse(DocumentKind.TABLE);
    if (kind != DocumentKind.TABLE) {
      return List.of(kind == DocumentKind.FEATURE ? "the feature" : "the rows");
    }
    Document read = DocumentParser.parse(text);
    LineStarts starts = LineStarts.of(text);
    Set<String> blocks = new LinkedHashSet<>();
    for (Replacement each : change.replacements()) {
      int from = change.mapPlace(each.from(), false);
      int to = from + each.text().length();
      for (LocatedBlock located : read.blocks()) {
        if (starts.start(located.firstLine()) <= to && starts.start(located.end()) > from) {
          blocks.add(located.block().kind().word() + " " + located.block().name());
        }
      }
    }
    List<String> named = blocks.stream().limit(MOST_BLOCKS).toList();
    return blocks.size() > MOST_BLOCKS
        ? List.of(String.join(", ", named) + " and " + (blocks.size() - MOST_BLOCKS) + " more")
        : named;
  }
}
