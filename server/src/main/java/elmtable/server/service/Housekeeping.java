package elmtable.server.service;

import elmtable.server.store.DocumentStore;
import elmtable.server.store.RunStore;
import elmtable.server.store.SettingsStore;
import elmtable.server.store.SettingsStore.Settings;
import elmtable.server.store.StoreException;
import java.io.UncheckedIOException;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Makes old history small and takes old runs away, in a thread of its own. */
public final class Housekeeping implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(Housekeeping.class);
  private static final Duration HISTORY_IN_FULL = Duration.ofDays(30);
  private static final Duration END_LIMIT = Duration.ofSeconds(10);

  private final DocumentStore documents;
  private final RunStore store;
  private final SettingsStore settings;
  private final RunService runs;
  private final ExecutorService thread =
      Executors.newSingleThreadExecutor(
          Thread.ofPlatform().daemon().name("housekeeping").factory());

  public Housekeeping(
      DocumentStore documents, RunStore store, SettingsStore settings, RunService runs) {
    this.documents = documents;
    this.store = store;
    this.settings = settings;
    this.runs = runs;
    runs.onChange(this::tidy);
  }

  public Settings settings() {
    return settings.settings();
  }

  /** Other settings count at once. */
  public void keep(Settings changed) {
    settings.keep(changed);
    tidy();
  }

  /** Begins to tidy up; once this is closed nothing more is done. */
  public Future<?> tidy() {
    try {
      return thread.submit(this::tidyNow);
    } catch (RejectedExecutionException closed) {
      // The server ends before its start is over.
      return CompletableFuture.completedFuture(null);
    }
  }

  private void tidyNow() {
    try {
      thin();
      removeOldRuns();
    } catch (StoreException | UncheckedIOException failed) {
      LOG.warn("Old history and runs could not be taken away: {}", failed.getMessage());
    }
  }

  private void thin() {
    int gone = documents.thin(Instant.now().minus(HISTORY_IN_FULL));
    if (gone > 0) {
      LOG.info(
          "{} updates older than {} days became one text an hour", gone, HISTORY_IN_FULL.toDays());
    }
  }

  private void removeOldRuns() {
    List<Long> gone = store.removeOld(settings.settings(), Instant.now());
    if (!gone.isEmpty()) {
      LOG.info("{} old runs were removed, the last of them run {}", gone.size(), gone.getLast());
      runs.tellOfChange();
    }
  }

  /** Waits until what is being tidied is done, as the database is closed after this. */
  @Override
  public void close() {
    thread.shutdownNow();
    try {
      if (!thread.awaitTermination(END_LIMIT.toSeconds(), TimeUnit.SECONDS)) {
        LOG.warn("Old history and runs are still being taken away as the server ends");
      }
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
    }
  }
}
