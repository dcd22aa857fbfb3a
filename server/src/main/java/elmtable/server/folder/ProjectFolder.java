package elmtable.server.folder;

import elmtable.data.source.ProjectFiles;
import elmtable.server.folder.FolderScan.Stamp;
import elmtable.server.service.BadChangeException;
import elmtable.server.service.LineDifference;
import elmtable.server.service.PathTakenException;
import elmtable.server.service.Workspace;
import elmtable.server.service.Workspace.Sent;
import elmtable.server.service.Workspace.Snapshot;
import elmtable.server.service.WorkspaceListener;
import elmtable.server.store.DocumentStore.Stored;
import elmtable.server.store.FolderBases;
import elmtable.server.store.FolderBases.Base;
import elmtable.server.store.FolderReader;
import elmtable.server.store.StoreException;
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
import java.util.concurrent.TimeUnit;
import java.util.function.LongSupplier;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Keeps a project and the folder it lies in the same. A scan of sizes and times decides what
 * changed; what changed on both sides since they were last the same is merged by lines.
 */
public final class ProjectFolder implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(ProjectFolder.class);
  private static final String AUTHOR = "folder";
  private static final long SCAN_MILLIS = 2_000;
  private static final long WRITE_MILLIS = 300;

  /** A file that is being written is left alone until it stood still for this long. */
  private static final long STILL_MILLIS = 150;

  /** One that is missing may be about to be written anew. */
  private static final long MISSING_MILLIS = 1_000;

  private static final long LOCK_MILLIS = 10_000;

  private final LongSupplier clock;
  private final Path folder;
  private final Workspace workspace;
  private final FolderBases bases;
  private final Map<String, Base> known = new TreeMap<>();
  private final Map<String, Stamp> stamps = new HashMap<>();
  private final Map<String, TextFile> forms = new HashMap<>();
  private final Map<String, Long> missingSince = new HashMap<>();
  private final Set<String> unreadable = new HashSet<>();
  private final Set<String> refused = new HashSet<>();
  private Map<String, Stamp> others = Map.of();
  private Thread thread;
  private boolean wanted;
  private boolean closed;

  public ProjectFolder(Path folder, Workspace workspace, FolderBases bases) {
    this(folder, workspace, bases, System::currentTimeMillis);
  }

  /** {@code clock} gives the time in milliseconds, as files have it. */
  ProjectFolder(Path folder, Workspace workspace, FolderBases bases, LongSupplier clock) {
    this.clock = clock;
    this.folder = folder;
    this.workspace = workspace;
    this.bases = bases;
    bases.all().forEach(base -> known.put(base.path(), base));
  }

  /** The files beside the documents, where they stand. */
  public static ProjectFiles filesOf(Path folder) {
    return FolderReader.filesOf(folder);
  }

  /** Takes in what the folder holds, and goes on doing so until it is closed. */
  public void start() throws IOException {
    others = FolderScan.of(folder).others();
    pass(true);
    workspace.onChange(
        new WorkspaceListener() {
          @Override
          public void changed() {
            wake();
          }
        });
    thread = Thread.ofPlatform().daemon().name("project folder").start(this::run);
  }

  private synchronized void wake() {
    wanted = true;
    notifyAll();
  }

  private void run() {
    while (await()) {
      try {
        pass(false);
      } catch (IOException | UncheckedIOException | StoreException failed) {
        LOG.warn("The folder could not be brought up to date: {}", failed.getMessage());
      }
    }
  }

  /** Waits for an edit, which is written after a moment, or for the next scan. */
  private synchronized boolean await() {
    try {
      if (!wanted && !closed) {
        wait(SCAN_MILLIS);
      }
      if (wanted && !closed) {
        wait(WRITE_MILLIS);
      }
      wanted = false;
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      return false;
    }
    return !closed;
  }

  /**
   * Brings both sides to the same.
   *
   * @param first whether this is the first look, when nothing is about to be written
   */
  void pass(boolean first) throws IOException {
    if (isLocked()) {
      return;
    }
    FolderScan scan = FolderScan.of(folder);
    if (!scan.others().equals(others)) {
      others = scan.others();
      workspace.filesChanged(filesOf(folder));
    }
    Pass pass = new Pass(scan, first);
    pass.read();
    // Nobody edits between the look at a document and its change; all of it is one snapshot.
    workspace.together(pass::settle);
    pass.keepBases();
  }

  /** Nothing is read or written while version control is at it. */
  private boolean isLocked() throws IOException {
    Path lock = folder.resolve(".git/index.lock");
    try {
      long age = clock.getAsLong() - Files.getLastModifiedTime(lock).toMillis();
      return age < LOCK_MILLIS;
    } catch (NoSuchFileException none) {
      return false;
    }
  }

  private Path file(String path) {
    return folder.resolve(path);
  }

  /** One look at everything. */
  private final class Pass {
    private final FolderScan scan;
    private final boolean first;
    private final long now = clock.getAsLong();
    private final Map<String, String> texts = new HashMap<>();
    private final Set<String> unsettled = new HashSet<>();
    private final List<Base> kept = new ArrayList<>();
    private final List<String> dropped = new ArrayList<>();

    Pass(FolderScan scan, boolean first) {
      this.scan = scan;
      this.first = first;
    }

    /** Reads the files that were written since the last look. */
    void read() {
      scan.documents()
          .forEach((path, stamp) -> {
            missingSince.remove(path);
            Base base = known.get(path);
            if (base != null && stamp.equals(stamps.get(path)) && !unreadable.contains(path)) {
              texts.put(path, base.text());
            } else if (!first && now - stamp.millis() < STILL_MILLIS) {
              unsettled.add(path);
              wake();
            } else {
              read(path, stamp);
            }
          });
    }

    private void read(String path, Stamp stamp) {
      try {
        TextFile read = TextFile.read(file(path));
        if (!stamp.equals(stampOf(file(path)))) {
          // Somebody is writing it: an editor empties a file first.
          unsettled.add(path);
          wake();
          return;
        }
        forms.put(path, read);
        stamps.put(path, stamp);
        texts.put(path, read.text());
        unreadable.remove(path);
      } catch (CharacterCodingException noText) {
        unsettled.add(path);
        if (unreadable.add(path)) {
          LOG.warn("{} is not UTF-8 and is left as it is; save it as UTF-8 to take it in.", path);
        }
      } catch (IOException gone) {
        // It is looked at again in the next pass.
        unsettled.add(path);
      }
    }

    /** All that changed in the folder is one snapshot. */
    void settle() {
      Snapshot snapshot = workspace.snapshot();
      Set<String> paths = new TreeSet<>(known.keySet());
      paths.addAll(texts.keySet());
      paths.addAll(snapshot.revisions().keySet());
      paths.removeAll(unsettled);
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
        refused.remove(path);
      } catch (PathTakenException | BadChangeException | UncheckedIOException failed) {
        if (refused.add(path)) {
          LOG.warn("{}: {}", path, failed.getMessage());
        }
      }
    }

    void keepBases() {
      if (!kept.isEmpty() || !dropped.isEmpty()) {
        bases.change(kept, dropped);
      }
    }

    /** A file that went and one that came with the same text are one that was renamed. */
    private Map<String, String> renames(Snapshot snapshot) {
      Map<String, String> renames = new TreeMap<>();
      for (String path : List.copyOf(texts.keySet())) {
        if (known.containsKey(path) || snapshot.revision(path).isPresent()) {
          continue;
        }
        known.values().stream()
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
      Base base = known.remove(from);
      workspace.rename(base.document(), to);
      forms.remove(from);
      stamps.remove(from);
      dropped.add(from);
      keep(to, base.document(), base.text());
    }

    private Optional<Runnable> settle(String path, Snapshot snapshot) {
      Base base = known.get(path);
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
      long since = missingSince.computeIfAbsent(path, any -> now);
      return now - since < MISSING_MILLIS;
    }

    private Optional<Runnable> forget(String path) {
      known.remove(path);
      dropped.add(path);
      return Optional.empty();
    }

    /** A file without a document is new, or its document was removed here. */
    private Optional<Runnable> withoutDocument(String path, Base base, String file) {
      if (base == null || !base.text().equals(file)) {
        return Optional.of(() -> {
          Stored made = workspace.create(path, file, AUTHOR);
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
        workspace.update(
            document.id(),
            new Sent(document.version(), AUTHOR, document.version(), AUTHOR, List.of(change)));
      }
    }

    private void write(String path, Stored document, String text) {
      try {
        Path target = file(path);
        Stamp stamp = scan.documents().get(path);
        if (stamp != null && !stamp.equals(stampOf(target))) {
          // Somebody wrote it since; the next pass merges that first.
          wake();
          return;
        }
        TextFile form = forms.getOrDefault(path, TextFile.NEW);
        // A linked file inside the folder is written at its target.
        Path real = Files.exists(target) ? target.toRealPath() : target;
        if (!real.startsWith(folder.toRealPath()) && Files.exists(target)) {
          LOG.warn("{} is a link to a file outside the folder and is not written.", path);
        } else {
          form.write(text, real, folder.resolve(".elm/tmp"));
        }
        stamps.put(path, stampOf(target));
        keep(path, document.id(), text);
      } catch (IOException full) {
        throw new UncheckedIOException("“" + path + "” could not be written", full);
      }
    }

    private Stamp stampOf(Path file) throws IOException {
      return new Stamp(Files.size(file), Files.getLastModifiedTime(file).toMillis());
    }

    private void remove(String path, Stored document) {
      workspace.remove(document.id());
      known.remove(path);
      stamps.remove(path);
      dropped.add(path);
    }

    private void delete(String path) {
      try {
        Files.deleteIfExists(file(path));
        known.remove(path);
        stamps.remove(path);
        dropped.add(path);
      } catch (IOException failed) {
        throw new UncheckedIOException("“" + path + "” could not be removed", failed);
      }
    }

    private void keep(String path, long document, String text) {
      Base base = new Base(path, document, text);
      if (!Objects.equals(known.put(path, base), base)) {
        kept.add(base);
      }
    }
  }

  /** Writes what was saved last, and ends. */
  @Override
  public void close() {
    synchronized (this) {
      closed = true;
      notifyAll();
    }
    try {
      if (thread != null) {
        thread.join(TimeUnit.SECONDS.toMillis(5));
      }
      pass(false);
    } catch (IOException | UncheckedIOException | StoreException failed) {
      LOG.warn("The folder could not be brought up to date: {}", failed.getMessage());
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
    }
  }
}
