package elmtable.webdriver;

import static org.junit.jupiter.api.Assertions.assertEquals;

import elmtable.browser.Browser;
import elmtable.browser.BrowserConfig;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class ProgramPoolTest {
  /** More than half of what a program holds. */
  private static final int MANY = 9;

  /** Neither those on the way nor those that come back take another's room. */
  @Test
  void workersShareAProgramAsLongAsThereIsRoom() {
    AtomicInteger started = new AtomicInteger();
    try (ChromeStarter starter = new ChromeStarter();
        ProgramPool programs =
            new ProgramPool(config -> {
              started.incrementAndGet();
              return starter.start(config);
            })) {
      Browser.Pool pool = programs.of(BrowserConfig.usual());
      openAtOnce(pool).forEach(Browser::close);
      openAtOnce(pool).forEach(Browser::close);
      assertEquals(1, started.get());
    }
  }

  private static List<Browser> openAtOnce(Browser.Pool pool) {
    try (var threads = Executors.newVirtualThreadPerTaskExecutor()) {
      List<CompletableFuture<Browser>> opening =
          Stream.generate(() -> CompletableFuture.supplyAsync(pool::open, threads))
              .limit(MANY)
              .toList();
      return opening.stream().map(CompletableFuture::join).toList();
    }
  }
}
