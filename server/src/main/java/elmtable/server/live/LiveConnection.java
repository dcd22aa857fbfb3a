package elmtable.server.live;

import java.util.concurrent.CompletableFuture;

/** The way to one page. */
public interface LiveConnection {
  /** Sends a text; what is given completes once the page's side has taken it. */
  CompletableFuture<Void> send(String message);

  /** Ends the connection, with the reason. */
  void close(String reason);
}
