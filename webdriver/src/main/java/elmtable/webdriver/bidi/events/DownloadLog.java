package elmtable.webdriver.bidi.events;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The downloads of a user context. Fed by the connection's thread, read by the case's. */
public final class DownloadLog {
  private final List<Entry> entries = new ArrayList<>();

  /** How far one is. */
  public enum State {
    GOING,
    COMPLETE,
    CANCELLED
  }

  /** One download; it belongs to the log's lock. */
  private static final class Entry {
    private final String navigation;
    private final String address;
    private final String name;
    private State state = State.GOING;
    private String file;
    private boolean given;

    Entry(JsonNode about) {
      this.navigation = about.path("navigation").asText();
      this.address = about.path("url").asText();
      this.name = about.path("suggestedFilename").asText();
    }

    /** Not every browser gives a download a navigation. */
    boolean isMeant(JsonNode about) {
      return about.hasNonNull("navigation")
          ? about.path("navigation").asText().equals(navigation)
          : about.path("url").asText().equals(address);
    }
  }

  /**
   * What a wait found.
   *
   * @param file where the browser put it, or null
   */
  public record Found(String name, State state, String file) {}

  synchronized void begun(JsonNode about) {
    entries.add(new Entry(about));
  }

  synchronized void ended(JsonNode about) {
    entries.stream()
        .filter(entry -> entry.state == State.GOING && entry.isMeant(about))
        .findFirst()
        .ifPresent(entry -> {
          boolean complete = about.path("status").asText().equals("complete");
          entry.state = complete ? State.COMPLETE : State.CANCELLED;
          entry.file = about.path("filepath").asText(null);
        });
    notifyAll();
  }

  /**
   * Waits for the end of the first one of a name, or of any, that was not given yet.
   *
   * @return nothing where none has begun at the limit
   */
  public synchronized Optional<Found> await(String name, long limitMillis)
      throws InterruptedException {
    long end = System.nanoTime() + limitMillis * 1_000_000;
    while (true) {
      Optional<Entry> entry = next(name);
      long left = (end - System.nanoTime()) / 1_000_000;
      if (entry.filter(one -> one.state != State.GOING).isPresent() || left <= 0) {
        entry.ifPresent(one -> one.given = one.state != State.GOING);
        return entry.map(one -> new Found(one.name, one.state, one.file));
      }
      wait(left);
    }
  }

  private Optional<Entry> next(String name) {
    return entries.stream()
        .filter(entry -> !entry.given && (name.isEmpty() || entry.name.equals(name)))
        .findFirst();
  }

  /** The files that are whole and were not given yet. */
  public synchronized List<Path> complete() {
    return entries.stream()
        .filter(entry -> !entry.given && entry.state == State.COMPLETE && entry.file != null)
        .map(entry -> Path.of(entry.file))
        .toList();
  }

  /** Whether one is under way. */
  public synchronized boolean isGoing() {
    return entries.stream().anyMatch(entry -> entry.state == State.GOING);
  }

  /** The names of those that were not given yet. */
  public synchronized List<String> waiting() {
    return entries.stream().filter(entry -> !entry.given).map(entry -> entry.name).toList();
  }
}
