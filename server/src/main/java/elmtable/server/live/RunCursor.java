package elmtable.server.live;

import elmtable.server.message.LiveMessages.LiveMessage;
import elmtable.server.service.RunFeed;

/** How far a page has followed a run. */
final class RunCursor {
  private final long run;
  private final RunFeed feed;
  private int place;
  private boolean told;
  private Runnable watcher;

  /**
   * @param feed null for a run that is not going
   * @param place how many events the page has
   */
  RunCursor(long run, RunFeed feed, int place) {
    this.run = run;
    this.feed = feed;
    this.place = place;
  }

  void begin(Runnable wake) {
    watcher = wake;
    if (feed != null) {
      feed.watch(wake);
    }
  }

  void stop() {
    if (feed != null && watcher != null) {
      feed.unwatch(watcher);
    }
  }

  /** What is to be told next; null for nothing. */
  LiveMessage next(int most) {
    // Asked before the events, so that none comes between.
    boolean over = feed == null || feed.isOver();
    if (feed != null) {
      RunFeed.Page page = feed.events(place, most);
      if (!page.events().isEmpty()) {
        place = page.from() + page.events().size();
        return new LiveMessage.Events(run, page.from(), page.events());
      }
    }
    if (over && !told) {
      told = true;
      return new LiveMessage.Over(run);
    }
    return null;
  }
}
