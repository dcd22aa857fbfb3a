package elmtable.server.message;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import elmtable.run.event.RunEvent;
import elmtable.server.message.DocumentMessages.UpdateView;
import elmtable.server.message.ProjectMessages.FolderChangeView;
import elmtable.server.message.ProjectMessages.ProblemCounts;
import java.util.List;
import java.util.Map;

/** What page and server tell each other over the WebSocket. */
public final class LiveMessages {
  private LiveMessages() {}

  /** Where somebody is; {@code text} is what they type into the cell. */
  public record Presence(
      String client, String name, long document, long version, int offset, @Nullable String text) {}

  /** What the server tells a page over its WebSocket. */
  @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "live")
  @JsonSubTypes({
    @JsonSubTypes.Type(value = LiveMessage.Welcome.class, name = "welcome"),
    @JsonSubTypes.Type(value = LiveMessage.Updated.class, name = "updated"),
    @JsonSubTypes.Type(value = LiveMessage.Documents.class, name = "documents"),
    @JsonSubTypes.Type(value = LiveMessage.Folder.class, name = "folder"),
    @JsonSubTypes.Type(value = LiveMessage.Checked.class, name = "checked"),
    @JsonSubTypes.Type(value = LiveMessage.Runs.class, name = "runs"),
    @JsonSubTypes.Type(value = LiveMessage.Events.class, name = "events"),
    @JsonSubTypes.Type(value = LiveMessage.Over.class, name = "over"),
    @JsonSubTypes.Type(value = LiveMessage.Here.class, name = "here"),
    @JsonSubTypes.Type(value = LiveMessage.Gone.class, name = "gone")
  })
  public sealed interface LiveMessage {
    /** {@code server} is another one after a restart. */
    record Welcome(String server) implements LiveMessage {}

    /** A document has these updates behind a version; many of them are to be asked for. */
    record Updated(long document, long after, @Nullable List<UpdateView> updates)
        implements LiveMessage {}

    /** Documents came, went or have other paths. */
    record Documents() implements LiveMessage {}

    /** Changes came in from the folder, or what is wrong with its files is something else. */
    record Folder(List<FolderChangeView> changes) implements LiveMessage {}

    /** A snapshot was checked; those of the watched documents have another analysis now. */
    record Checked(long snapshot, ProblemCounts problems, List<Long> documents)
        implements LiveMessage {}

    /** A run began or ended. */
    record Runs() implements LiveMessage {}

    /** What happened in a run, from the event with index {@code from} on. */
    record Events(long run, int from, List<RunEvent> events) implements LiveMessage {}

    /** No further events of a run come. */
    record Over(long run) implements LiveMessage {}

    record Here(Presence presence) implements LiveMessage {}

    /** A page was closed. */
    record Gone(String client) implements LiveMessage {}
  }

  /** What a page tells the server over its WebSocket. */
  @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "live")
  @JsonSubTypes({
    @JsonSubTypes.Type(value = LiveRequest.Watch.class, name = "watch"),
    @JsonSubTypes.Type(value = LiveRequest.IAm.class, name = "i am"),
    @JsonSubTypes.Type(value = LiveRequest.Beat.class, name = "beat")
  })
  public sealed interface LiveRequest {
    /** What it wants to hear of from now on; runs with how many events it has of each. */
    record Watch(List<Long> documents, Map<Long, Integer> runs) implements LiveRequest {}

    record IAm(Presence presence) implements LiveRequest {}

    /** Keeps the connection open. */
    record Beat() implements LiveRequest {}
  }
}
