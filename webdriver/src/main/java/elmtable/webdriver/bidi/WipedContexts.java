package elmtable.webdriver.bidi;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.function.Supplier;

/** User contexts that wait for their next case, or are being wiped for it. */
final class WipedContexts {
  private final Deque<CompletableFuture<Optional<UserContext>>> waiting = new ArrayDeque<>();

  /**
   * Wipes one beside everything else.
   *
   * @param wiping gives nothing where it cannot be used again
   */
  void add(Supplier<Optional<UserContext>> wiping) {
    CompletableFuture<Optional<UserContext>> wiped = new CompletableFuture<>();
    synchronized (waiting) {
      waiting.add(wiped);
    }
    Thread.ofVirtual()
        .name("wiping")
        .start(() -> {
          try {
            wiped.complete(wiping.get());
          } finally {
            wiped.complete(Optional.empty());
          }
        });
  }

  /** One that is ready, or will be in a moment; nothing where there is none. */
  Optional<UserContext> take() {
    while (true) {
      CompletableFuture<Optional<UserContext>> next;
      synchronized (waiting) {
        next = waiting.poll();
      }
      if (next == null) {
        return Optional.empty();
      }
      Optional<UserContext> wiped = next.join();
      if (wiped.isPresent()) {
        return wiped;
      }
    }
  }
}
