package elmtable.webdriver.remote;

import elmtable.browser.Browser;
import elmtable.browser.BrowserConfig;
import elmtable.browser.BrowserException;
import elmtable.webdriver.bidi.BrowserProgram;
import elmtable.webdriver.classic.ClassicBrowser;
import elmtable.webdriver.classic.ClassicSession;
import elmtable.webdriver.wire.BiDiConnection;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * One worker's browsers at a remote end: contexts of one session where that speaks BiDi, else a
 * session for each.
 */
final class RemotePool implements Browser.Pool {
  private static final Logger LOG = LoggerFactory.getLogger(RemotePool.class);

  /** So often a session may be lost before its first command. */
  private static final int MOST_LOST = 5;

  private final RemoteEnd end;
  private final BrowserConfig config;

  /** Null between sessions; other workers may take it away while it is idle. */
  private final AtomicReference<BrowserProgram> program = new AtomicReference<>();

  /** A session that comes after that is not wanted any more. */
  private volatile boolean closed;

  RemotePool(RemoteEnd end, BrowserConfig config) {
    this.end = end;
    this.config = config;
    end.joined(this);
  }

  @Override
  public synchronized Browser open() {
    BrowserProgram before = program.get();
    if (before != null) {
      try {
        return before.open();
      } catch (BrowserException gone) {
        LOG.info("A session at {} is replaced: {}", end.shown(), gone.getMessage());
        if (program.compareAndSet(before, null)) {
          before.abandon();
        }
      }
    }
    for (int lost = 0; lost < MOST_LOST; lost++) {
      RemoteEnd.Opened opened = end.open(config);
      Optional<Browser> browser =
          opened.socket().isEmpty() ? Optional.of(classic(opened)) : bidi(opened);
      if (browser.isPresent()) {
        if (closed) {
          close();
        }
        return browser.get();
      }
      LOG.info("{} lost a session that it had just opened", end.shown());
      new SessionEnding(opened.session(), end::release).end();
    }
    throw new BrowserException(
        BrowserException.Kind.LOST,
        "The remote end %s lost %d sessions that it had just opened."
            .formatted(end.shown(), MOST_LOST));
  }

  private Browser classic(RemoteEnd.Opened opened) {
    return new ClassicBrowser(opened.session(), true, end::release);
  }

  /** Nothing where the session is lost; without BiDi where only its socket cannot be used. */
  private Optional<Browser> bidi(RemoteEnd.Opened opened) {
    BiDiConnection connection = null;
    try {
      connection = BiDiConnection.connect(opened.socket());
      BrowserProgram next =
          new BrowserProgram(
              connection,
              BrowserProgram.Kind.of(config.kind()),
              config,
              opened.session().description(),
              new SessionEnding(opened.session(), end::release));
      Browser browser = next.open();
      program.set(next);
      return Optional.of(browser);
    } catch (BrowserException unreachable) {
      if (connection != null) {
        connection.close();
      }
      if (!opened.session().answers()) {
        return Optional.empty();
      }
      LOG.warn(
          "{} names a BiDi address that cannot be used, so the session goes on without: {}",
          end.shown(),
          unreachable.getMessage());
      return Optional.of(classic(opened));
    }
  }

  /** Ends the session if no case uses it; whether it did. */
  boolean giveUpIfIdle() {
    BrowserProgram held = program.get();
    if (held == null || !held.isIdle() || !program.compareAndSet(held, null)) {
      return false;
    }
    LOG.info("A session at {} that no case uses makes room for another one", end.shown());
    held.close();
    return true;
  }

  private record SessionEnding(ClassicSession session, Runnable release)
      implements BrowserProgram.Ending {
    @Override
    public void end() {
      session.end();
      release.run();
    }

    @Override
    public void kill() {
      end();
    }
  }

  @Override
  public void close() {
    closed = true;
    end.left(this);
    BrowserProgram held = program.getAndSet(null);
    if (held != null) {
      held.close();
    }
  }
}
