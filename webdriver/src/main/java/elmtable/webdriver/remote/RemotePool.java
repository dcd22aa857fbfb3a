package elmtable.webdriver.remote;

import elmtable.browser.Browser;
import elmtable.browser.BrowserConfig;
import elmtable.browser.BrowserException;
import elmtable.webdriver.bidi.BrowserProgram;
import elmtable.webdriver.classic.ClassicBrowser;
import elmtable.webdriver.classic.ClassicSession;
import elmtable.webdriver.wire.BiDiConnection;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * One worker's browsers at a remote end: contexts of one session where that speaks BiDi, else a
 * session for each.
 */
final class RemotePool implements Browser.Pool {
  private static final Logger LOG = LoggerFactory.getLogger(RemotePool.class);

  private final RemoteEnd end;
  private final BrowserConfig config;
  private BrowserProgram program;

  RemotePool(RemoteEnd end, BrowserConfig config) {
    this.end = end;
    this.config = config;
  }

  @Override
  public synchronized Browser open() {
    if (program != null) {
      try {
        return program.open();
      } catch (BrowserException gone) {
        LOG.info("A session at {} is replaced: {}", end.shown(), gone.getMessage());
        program.abandon();
        program = null;
      }
    }
    RemoteEnd.Opened opened = end.open(config);
    if (!opened.socket().isEmpty()) {
      try {
        program = program(opened);
        return program.open();
      } catch (BrowserException unreachable) {
        LOG.warn(
            "{} names a BiDi address that cannot be used, so the session goes on without: {}",
            end.shown(),
            unreachable.getMessage());
        program = null;
      }
    }
    return new ClassicBrowser(opened.session(), true, end::release);
  }

  private BrowserProgram program(RemoteEnd.Opened opened) {
    return new BrowserProgram(
        BiDiConnection.connect(opened.socket()),
        BrowserProgram.Kind.of(config.kind()),
        config,
        opened.session().description(),
        new SessionEnding(opened.session(), end::release));
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
  public synchronized void close() {
    if (program != null) {
      program.close();
      program = null;
    }
  }
}
