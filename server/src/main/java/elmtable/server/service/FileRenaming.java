package elmtable.server.service;

import elmtable.block.DataBlock;
import elmtable.language.BlockKind;
import elmtable.language.Document.LocatedBlock;
import elmtable.language.Line;
import elmtable.language.LineStarts;
import elmtable.project.SourceDocument;
import elmtable.server.service.Workspace.Sent;
import elmtable.server.store.DocumentStore.Stored;
import elmtable.text.TextChange;
import elmtable.text.TextChange.Replacement;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Gives a document another path, also where data sets read it by its path. */
public final class FileRenaming {
  private FileRenaming() {}

  /**
   * Throws {@link PathTakenException} and {@link MissingDocumentException}; then nothing changed.
   */
  public static void rename(Workspace workspace, long id, String path, String author) {
    String before = workspace.snapshot().document(id).path();
    workspace.together(() -> {
      List<SourceDocument> readers = List.copyOf(workspace.project().documents().values());
      workspace.rename(id, path);
      for (SourceDocument reader : readers) {
        TextChange change = renamed(reader, before, path);
        Optional<Revision> revision = workspace.snapshot().revision(reader.path());
        if (!change.isEmpty() && revision.isPresent()) {
          update(workspace, revision.get().id(), change, author);
        }
      }
    });
  }

  private static void update(Workspace workspace, long id, TextChange change, String author) {
    Stored now = workspace.snapshot().document(id);
    String client = "rename " + now.version();
    workspace.update(id, new Sent(now.version(), client, now.version(), author, List.of(change)));
  }

  private static TextChange renamed(SourceDocument document, String before, String path) {
    LineStarts starts = LineStarts.of(document.text());
    List<Replacement> replacements = new ArrayList<>();
    for (LocatedBlock located : document.document().blocks()) {
      if (located.block().kind() != BlockKind.DATA_SET) {
        continue;
      }
      Optional<Line.Property> from = new DataBlock(located.block()).from();
      if (from.isPresent() && from.get().value().equals(before)) {
        int line = located.firstLine() + from.get().valueRange().line();
        int start = starts.start(line) + from.get().valueRange().start();
        replacements.add(new Replacement(start, start + before.length(), path));
      }
    }
    return TextChange.replaceAll(document.text().length(), replacements);
  }
}
