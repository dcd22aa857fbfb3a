package elmtable.server.live;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import elmtable.server.message.DocumentMessages.UpdateView;
import elmtable.server.message.LiveMessages.LiveMessage;
import elmtable.server.message.LiveMessages.LiveRequest;
import elmtable.server.message.LiveMessages.Presence;
import elmtable.server.message.ProjectMessages.FolderChangeView;
import elmtable.server.service.FolderChange;
import elmtable.server.service.RunService;
import elmtable.server.service.Services;
import elmtable.server.service.Snapshot;
import elmtable.server.service.Workspace;
import elmtable.server.service.WorkspaceListener;
import elmtable.server.store.DocumentStore.Update;
import elmtable.server.view.Problems;
import elmtable.server.view.UpdateViews;
import elmtable.server.view.analysis.Analyses;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Tells all pages that listen what happens. */
public final class LiveHub implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(LiveHub.class);

  /** Longer updates are only named. */
  private static final int LONGEST_UPDATES = 32_000;

  private final Workspace workspace;
  private final RunService runs;
  private final Analyses analyses;
  private final ObjectMapper json;
  private final Set<LiveClient> clients = ConcurrentHashMap.newKeySet();
  private final Map<String, Presence> present = new ConcurrentHashMap<>();
  private final String server = UUID.randomUUID().toString();
  private final Thread checking;
  private boolean stale;
  private boolean closed;

  public LiveHub(Services services, Analyses analyses, ObjectMapper json) {
    this.workspace = services.workspace();
    this.runs = services.runs();
    this.analyses = analyses;
    this.json = json;
    workspace.onChange(new Changes());
    runs.onChange(() -> tellAll(new LiveMessage.Runs()));
    checking = Thread.ofPlatform().daemon().name("checking").start(this::checkChanges);
  }

  /** Is told of changes while the workspace is held, so it only puts messages into queues. */
  private final class Changes implements WorkspaceListener {
    @Override
    public void updated(long document, String path, List<Update> updates) {
      List<UpdateView> views = UpdateViews.of(updates);
      long after = updates.getFirst().version() - 1;
      String message = write(new LiveMessage.Updated(document, after, views));
      String sent =
          message.length() > LONGEST_UPDATES
              ? write(new LiveMessage.Updated(document, after, null))
              : message;
      clients.stream()
          .filter(client -> client.watches(document))
          .forEach(client -> client.offer(sent));
    }

    @Override
    public void documentsChanged() {
      tellAll(new LiveMessage.Documents());
    }

    @Override
    public void folderTaken(List<FolderChange> changes) {
      tellAll(new LiveMessage.Folder(changes.stream().map(LiveHub::view).toList()));
    }

    @Override
    public void changed() {
      synchronized (LiveHub.this) {
        stale = true;
        LiveHub.this.notifyAll();
      }
    }
  }

  private static FolderChangeView view(FolderChange change) {
    return new FolderChangeView(
        change.path(), change.document(), present(change.from()), present(change.to()));
  }

  private static Long present(long version) {
    return version == FolderChange.ABSENT ? null : version;
  }

  private void tellAll(LiveMessage message) {
    String text = write(message);
    clients.forEach(client -> client.offer(text));
  }

  private String write(LiveMessage message) {
    try {
      return json.writeValueAsString(message);
    } catch (JsonProcessingException impossible) {
      throw new IllegalStateException(impossible);
    }
  }

  /** Checks the newest snapshot after each change; those in between are passed over. */
  private void checkChanges() {
    while (awaitChange()) {
      try {
        check(workspace.snapshot());
      } catch (RuntimeException failed) {
        LOG.error("A snapshot could not be checked", failed);
      }
    }
  }

  private synchronized boolean awaitChange() {
    try {
      while (!stale && !closed) {
        wait();
      }
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      return false;
    }
    stale = false;
    return !closed;
  }

  private void check(Snapshot snapshot) {
    snapshot.checked().problems();
    Set<Long> watched =
        clients.stream()
            .flatMap(client -> client.documents().stream())
            .collect(Collectors.toCollection(TreeSet::new));
    List<Long> changed =
        watched.stream()
            .filter(
                id -> snapshot.path(id).filter(path -> analyses.isNews(snapshot, path)).isPresent())
            .toList();
    tellAll(
        new LiveMessage.Checked(snapshot.number(), Problems.counts(snapshot.checked()), changed));
  }

  /** A page begins to listen. */
  public LiveClient join(LiveConnection connection) {
    LiveClient client = new LiveClient(connection, this::write);
    clients.add(client);
    client.offer(write(new LiveMessage.Welcome(server)));
    present.values().forEach(one -> client.offer(write(new LiveMessage.Here(one))));
    client.start();
    return client;
  }

  /** A page says something. Throws {@link IllegalArgumentException} for what is no message. */
  public void receive(LiveClient client, String text) {
    switch (read(text)) {
      case LiveRequest.Watch watch -> {
        Map<Long, RunCursor> cursors = new HashMap<>();
        watch
            .runs()
            .forEach((run, place) ->
                cursors.put(run, new RunCursor(run, runs.feed(run).orElse(null), place)));
        client.watch(watch.documents(), cursors);
      }
      case LiveRequest.IAm iAm -> {
        client.setPage(iAm.presence().client());
        present.put(iAm.presence().client(), iAm.presence());
        String message = write(new LiveMessage.Here(iAm.presence()));
        clients.stream().filter(other -> other != client).forEach(other -> other.offer(message));
      }
      case LiveRequest.Beat ignored -> {}
    }
  }

  private LiveRequest read(String text) {
    try {
      return json.readValue(text, LiveRequest.class);
    } catch (JsonProcessingException broken) {
      throw new IllegalArgumentException(broken.getOriginalMessage(), broken);
    }
  }

  /** A page went away. */
  public void leave(LiveClient client) {
    clients.remove(client);
    client.close("It went away.");
    if (present.remove(client.page()) != null) {
      tellAll(new LiveMessage.Gone(client.page()));
    }
  }

  @Override
  public void close() {
    synchronized (this) {
      closed = true;
      notifyAll();
    }
    checking.interrupt();
    clients.forEach(client -> client.close("The server ends."));
  }
}
