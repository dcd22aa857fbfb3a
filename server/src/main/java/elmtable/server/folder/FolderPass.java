package elmtable.server.folder;

import elmtable.project.DocumentKind;
import elmtable.server.folder.FolderScan.Stamp;
import elmtable.server.service.BadChangeException;
import elmtable.server.service.FolderChange;
import elmtable.server.service.LineDifference;
import elmtable.server.service.PathTakenException;
import elmtable.server.service.Snapshot;
import elmtable.server.service.Workspace.Sent;
import elmtable.server.store.DocumentStore.Stored;
import elmtable.server.store.FolderBases.Base;
import elmtable.server.store.RecordsText;
import elmtable.text.TextChange;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.CharacterCodingException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * One look at the folder and the project. What changed on both sides since they were last the same
 * is merged by lines.
 */
final class FolderPass {
  private static final Logger LOG = LoggerFactory.getLogger(FolderPass.class);
  private static final String AUTHOR = "folder";

  /** A file that is being written is left alone until it stood still for this long. */
  private static final long STILL_MILLIS = 150;

  /** One that is missing may be about to be written anew. */
  private static final long MISSING_MILLIS = 1_000;

  private final FolderState state;
  private final FolderScan scan;
  private final boolean first;
  private final long now;
  private final Map<String, String> problems = new TreeMap<>();
  private final List<FolderChange> changes = new ArrayList<>();
  private boolean again;
  private final Map<String, String> texts = new HashMap<>();
  private final Set<String> unsettled = new HashSet<>();

  /** Files of rows that are read only. */
  private final Map<String, Stamp> readOnly = new TreeMap<>();

  private final List<Base> kept = new ArrayList<>();
  private final List<String> dropped = new ArrayList<>();

  /**
   * @param first whether this is the first look, when nothing is about to be written
   * @param now in milliseconds, as files have it
   */
  FolderPass(FolderState state, FolderScan scan, boolean first, long now) {
    this.state = state;
    this.scan = scan;
    this.first = first;
    this.now = now;
  }

  /** Whether another look is wanted soon, as some file was being written. */
  boolean isUnfinished() {
    return again;
  }

  /** The files beside the documents. */
  Map<String, Stamp> others() {
    Map<String, Stamp> all = new TreeMap<>(scan.others());
    all.putAll(readOnly);
    return all;
  }

  /** What came in from files. */
  List<FolderChange> changes() {
    return List.copyOf(changes);
  }

  /** Reads the files that were written since the last look. */
  void read() {
    scan.leftOut().forEach(this::tell);
    state.known.keySet().stream().filter(scan::mayHave).forEach(unsettled::add);
    scan.documents()
        .forEach((path, stamp) -> {
          state.missingSince.remove(path);
          Base base = state.known.get(path);
          if (isReadOnly(path, stamp)) {
            readOnly.put(path, stamp);
          } else if (base != null
              && stamp.equals(state.stamps.get(path))
              && !state.problems.containsKey(path)) {
            texts.put(path, base.text());
          } else if (!first && now - stamp.millis() < STILL_MILLIS) {
            unsettled.add(path);
            again = true;
          } else {
            read(path, stamp);
          }
        });
  }

  /** Whether a file of rows is none that can be edited; one that is a document stays one. */
  private boolean isReadOnly(String path, Stamp stamp) {
    return DocumentKind.isRecords(path)
        && !state.known.containsKey(path)
        && (stamp.size() > RecordsText.LONGEST || stamp.equals(state.foreign.get(path)));
  }

  private void read(String path, Stamp stamp) {
    try {
      TextFile read = TextFile.read(state.file(path));
      if (!stamp.equals(Stamp.of(state.file(path)))) {
        // Somebody is writing it: an editor empties a file first.
        unsettled.add(path);
        again = true;
        return;
      }
      state.forms.put(path, read);
      state.stamps.put(path, stamp);
      texts.put(path, read.text());
    } catch (CharacterCodingException noText) {
      state.foreign.put(path, stamp);
      if (isReadOnly(path, stamp)) {
        readOnly.put(path, stamp);
        return;
      }
      unsettled.add(path);
      tell(path, "The file is not UTF-8 and is left as it is; save it as UTF-8 to take it in.");
    } catch (NoSuchFileException gone) {
      // It is looked at again in the next pass.
      unsettled.add(path);
    } catch (IOException unreadable) {
      unsettled.add(path);
      tell(path, "The file cannot be read and is left as it is: " + unreadable.getMessage() + ".");
    }
  }

  /** All that changed in the folder is one snapshot. */
  void settle() {
    Snapshot snapshot = state.workspace.snapshot();
    Set<String> paths = new TreeSet<>(state.known.keySet());
    paths.addAll(texts.keySet());
    paths.addAll(snapshot.revisions().keySet());
    paths.removeAll(unsettled);
    paths.removeAll(readOnly.keySet());
    renames(snapshot)
        .forEach((from, to) -> {
          paths.remove(from);
          paths.remove(to);
          attempt(to, () -> rename(from, to));
        });
    for (String path : paths) {
      attempt(path, () -> settle(path, snapshot).ifPresent(Runnable::run));
    }
  }

  /** What is wrong with one file keeps no other from being taken in. */
  private void attempt(String path, Runnable change) {
    try {
      change.run();
    } catch (PathTakenException | BadChangeException | UncheckedIOException failed) {
      tell(path, failed.getMessage());
    }
  }

  private void tell(String path, String problem) {
    problems.put(path, problem);
    if (!problem.equals(state.problems.get(path))) {
      LOG.warn("{}: {}", path, problem);
    }
  }

  /** Keeps for the next look what this one found. */
  void keep() {
    if (!kept.isEmpty() || !dropped.isEmpty()) {
      state.bases.change(kept, dropped);
    }
    state.problems.clear();
    state.problems.putAll(problems);
  }

  /** A file that went and one that came with the same text are one that was renamed. */
  private Map<String, String> renames(Snapshot snapshot) {
    Map<String, String> renames = new TreeMap<>();
    for (String path : List.copyOf(texts.keySet())) {
      if (state.known.containsKey(path) || snapshot.revision(path).isPresent()) {
        continue;
      }
      state.known.values().stream()
          .filter(base -> !scan.documents().containsKey(base.path()))
          .filter(base -> base.text().equals(texts.get(path)) && !base.text().isBlank())
          .filter(base -> snapshot.revision(base.path()).isPresent())
          .filter(base -> !renames.containsKey(base.path()))
          .findFirst()
          .ifPresent(base -> renames.put(base.path(), path));
    }
    return renames;
  }

  private void rename(String from, String to) {
    Base base = state.known.remove(from);
    state.workspace.rename(base.document(), to);
    state.forms.remove(from);
    state.stamps.remove(from);
    dropped.add(from);
    keep(to, base.document(), base.text());
  }

  private Optional<Runnable> settle(String path, Snapshot snapshot) {
    Base base = state.known.get(path);
    String file = texts.get(path);
    Stored document =
        snapshot.revision(path).map(revision -> snapshot.document(revision.id())).orElse(null);
    if (file == null && isAboutToCome(path, base)) {
      return Optional.empty();
    }
    if (document == null) {
      return file == null ? forget(path) : withoutDocument(path, base, file);
    }
    if (file == null) {
      return base == null || !base.text().equals(document.text())
          ? Optional.of(() -> write(path, document, document.text()))
          : Optional.of(() -> remove(path, document));
    }
    return bothThere(path, base, file, document);
  }

  private boolean isAboutToCome(String path, Base base) {
    if (base == null || first) {
      return false;
    }
    long since = state.missingSince.computeIfAbsent(path, any -> now);
    return now - since < MISSING_MILLIS;
  }

  private Optional<Runnable> forget(String path) {
    state.known.remove(path);
    dropped.add(path);
    return Optional.empty();
  }

  /** A file without a document is new, or its document was removed here. */
  private Optional<Runnable> withoutDocument(String path, Base base, String file) {
    if (base == null || !base.text().equals(file)) {
      return Optional.of(() -> {
        Stored made = state.workspace.create(path, file, AUTHOR);
        changes.add(new FolderChange(path, made.id(), FolderChange.ABSENT, made.version()));
        keep(path, made.id(), file);
      });
    }
    return Optional.of(() -> delete(path));
  }

  private Optional<Runnable> bothThere(String path, Base base, String file, Stored document) {
    if (file.equals(document.text())) {
      if (base == null || !base.text().equals(file) || base.document() != document.id()) {
        keep(path, document.id(), file);
      }
      return Optional.empty();
    }
    // Without a common text the file is what counts; the document's history has the other.
    String common = base == null ? document.text() : base.text();
    if (file.equals(common)) {
      return Optional.of(() -> write(path, document, document.text()));
    }
    if (document.text().equals(common)) {
      return Optional.of(() -> {
        update(document, file);
        keep(path, document.id(), file);
      });
    }
    LineMerge.Merged merged = LineMerge.merge(common, document.text(), file);
    return Optional.of(() -> {
      update(document, merged.text());
      write(path, document, merged.text());
    });
  }

  private void update(Stored document, String text) {
    TextChange change = LineDifference.between(document.text(), text);
    if (!change.isEmpty()) {
      long version = document.version();
      changes.add(new FolderChange(document.path(), document.id(), version, version + 1));
      state.workspace.update(
          document.id(),
          new Sent(document.version(), AUTHOR, document.version(), AUTHOR, List.of(change)));
    }
  }

  private void write(String path, Stored document, String text) {
    try {
      Path target = state.file(path);
      Stamp stamp = scan.documents().get(path);
      if (stamp != null && !stamp.equals(Stamp.of(target))) {
        // Somebody wrote it since; the next pass merges that first.
        again = true;
        return;
      }
      TextFile form = state.forms.getOrDefault(path, TextFile.NEW);
      // A linked file inside the folder is written at its target.
      Path real = Files.exists(target) ? target.toRealPath() : target;
      if (!real.startsWith(state.folder.toRealPath()) && Files.exists(target)) {
        tell(path, "The file is a link to one outside the folder and is not written.");
      } else {
        form.write(text, real, state.folder.resolve(".elm/tmp"));
      }
      state.stamps.put(path, Stamp.of(target));
      keep(path, document.id(), text);
    } catch (IOException full) {
      throw new UncheckedIOException("“" + path + "” could not be written", full);
    }
  }

  private void remove(String path, Stored document) {
    state.workspace.remove(document.id());
    changes.add(new FolderChange(path, document.id(), document.version(), FolderChange.ABSENT));
    state.known.remove(path);
    state.stamps.remove(path);
    dropped.add(path);
  }

  private void delete(String path) {
    try {
      Files.deleteIfExists(state.file(path));
      state.known.remove(path);
      state.stamps.remove(path);
      dropped.add(path);
    } catch (IOException failed) {
      throw new UncheckedIOException("“" + path + "” could not be removed", failed);
    }
  }

  private void keep(String path, long document, String text) {
    Base base = new Base(path, document, text);
    if (!Objects.equals(state.known.put(path, base), base)) {
      kept.add(base);
    }
  }
}
