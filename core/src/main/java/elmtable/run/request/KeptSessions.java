package elmtable.run.request;

import elmtable.browser.BrowserState;
import elmtable.formula.Value;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;

/**
 * Sessions of fixtures that outlive their run. A key tells all that a session depends on; it holds
 * values of the environment, so that no store keeps it as it is. Used by several threads.
 */
public interface KeptSessions {
  /** Nothing is kept. */
  KeptSessions NONE =
      new KeptSessions() {
        @Override
        public Optional<Session> find(String key) {
          return Optional.empty();
        }

        @Override
        public void keep(String key, Session session) {
          // Whoever wants sessions kept gives a place for them.
        }

        @Override
        public void used(String key) {
          // Nothing is counted of what is not kept.
        }

        @Override
        public void forget(String key) {
          // There is nothing to forget.
        }
      };

  /**
   * What a fixture left in its browser.
   *
   * @param fixture its name, with its places filled in
   * @param gives by the keys of their names
   * @param setUpAt when its set-up ended
   * @param setUp how long that took
   */
  record Session(
      String fixture,
      String environment,
      String browser,
      BrowserState state,
      Map<String, Value> gives,
      Instant setUpAt,
      Duration setUp) {
    public Session {
      gives = Map.copyOf(gives);
    }
  }

  Optional<Session> find(String key);

  void keep(String key, Session session);

  /** One more case was put into a session. */
  void used(String key);

  void forget(String key);
}
