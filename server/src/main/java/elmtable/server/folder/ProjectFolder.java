package elmtable.server.folder;

import elmtable.data.source.ProjectFiles;
import elmtable.server.folder.FolderScan.Stamp;
import elmtable.server.service.Workspace;
import elmtable.server.service.WorkspaceListener;
import elmtable.server.store.FolderBases;
import elmtable.server.store.FolderReader;
import elmtable.server.store.StoreException;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
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
  private static final long SCAN_MILLIS = 2_000;
  private static final long WRITE_MILLIS = 300;
  private static final long LOCK_MILLIS = 10_000;

  private final LongSupplier clock;
  private final FolderState state;
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
    this.state = new FolderState(folder, workspace, bases);
  }

  /** The files beside the documents, where they stand. */
  public static ProjectFiles filesOf(Path folder) {
    return FolderReader.filesOf(folder);
  }

  /** Takes in what the folder holds, and goes on doing so until it is closed. */
  public void start() throws IOException {
    others = FolderScan.of(state.folder).others();
    pass(true);
    state.workspace.onChange(
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
    FolderScan scan = FolderScan.of(state.folder);
    FolderPass pass = new FolderPass(state, scan, first, clock.getAsLong());
    pass.read();
    if (!pass.others().equals(others)) {
      others = pass.others();
      state.workspace.filesChanged(filesOf(state.folder));
    }
    // Nobody edits between the look at a document and its change; all of it is one snapshot.
    state.workspace.together(pass::settle);
    pass.keep();
    state.workspace.folderTaken(first ? List.of() : pass.changes(), state.problems);
    if (pass.isUnfinished()) {
      wake();
    }
  }

  /** Nothing is read or written while version control is at it. */
  private boolean isLocked() throws IOException {
    Path lock = state.folder.resolve(".git/index.lock");
    try {
      long age = clock.getAsLong() - Files.getLastModifiedTime(lock).toMillis();
      return age < LOCK_MILLIS;
    } catch (NoSuchFileException none) {
      return false;
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
