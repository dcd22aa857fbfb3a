package elmtable.run.request;

import java.util.Optional;

/** Published values that outlive their run, for each environment. Used by several threads. */
public interface KeptValues {
  /** Nothing is kept. */
  KeptValues NONE =
      new KeptValues() {
        @Override
        public Optional<String> find(String environment, String name) {
          return Optional.empty();
        }

        @Override
        public void keep(String environment, String name, String value) {
          // Whoever wants values kept gives a place for them.
        }
      };

  /** The value kept last under a name; names are compared as everywhere. */
  Optional<String> find(String environment, String name);

  void keep(String environment, String name, String value);
}
