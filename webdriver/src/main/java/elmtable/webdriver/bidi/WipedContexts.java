package elmtable.webdriver.bidi;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Executor;
import java.util.function.Consumer;
import java.util.function.Supplier;

/** User contexts that wait for their next case, or are being wiped for it. */
final class WipedContexts {
  private final Deque<CompletableFuture<Optional<UserContext>>> waiting = new ArrayDeque<>();

  private final Executor beside;

  /** What becomes of them once no case comes any more; null before. */
  private Consumer<UserContext> ending;

  /**
   * @param beside carries out wiping, while whoever adds one goes on
   */
  WipedContexts(Executor beside) {
    this.beside = beside;
  }

  /**
   * Wipes one beside everything else.
   *
   * @param wiping gives nothing where it cannot be used again
   */
  void add(Supplier<Optional<UserContext>> wiping) {
    CompletableFuture<Optional<UserContext>> wiped = new CompletableFuture<>();
    synchronized (this) {
      if (ending == null) {
        waiting.add(wiped);
      } else {
        endOnceWiped(wiped, ending);
      }
    }
    beside.execute(() -> {
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
      synchronized (this) {
        // One that is ready goes before one that is being wiped.
        next =
            waiting.stream().filter(CompletableFuture::isDone).findFirst().orElse(waiting.peek());
        waiting.remove(next);
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

  /** No case comes any more: all that are here, and those that still come, are ended. */
  void close(Consumer<UserContext> end) {
    List<CompletableFuture<Optional<UserContext>>> rest;
    synchronized (this) {
      ending = end;
      rest = List.copyOf(waiting);
      waiting.clear();
    }
    rest.forEach(each -> endOnceWiped(each, end));
  }

  private static void endOnceWiped(
      CompletableFuture<Optional<UserContext>> wiped, Consumer<UserContext> end) {
    wiped.thenAccept(context -> context.ifPresent(end));
  }
}
