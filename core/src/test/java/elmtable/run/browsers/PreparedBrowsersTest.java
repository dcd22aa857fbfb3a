package elmtable.run.browsers;

import static org.junit.jupiter.api.Assertions.assertSame;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import elmtable.browser.Browser;
import elmtable.run.time.StopSignal;
import org.junit.jupiter.api.Test;

/** A worker's browsers, one for each case and the next one made ready. */
class PreparedBrowsersTest {
  private final Browser.Pool lane = mock(Browser.Pool.class);
  private final PreparedBrowsers supply = new PreparedBrowsers(lane, new StopSignal());

  private static Browser browser(boolean usable) {
    Browser browser = mock(Browser.class);
    when(browser.isUsable()).thenReturn(usable);
    return browser;
  }

  @Test
  void theOneThatWasMadeReadyIsTaken() {
    Browser first = browser(true);
    Browser second = browser(true);
    when(lane.open()).thenReturn(first, second);
    assertSame(first, supply.take());
    supply.prepare();
    assertSame(second, supply.take());
  }

  /** The case before may have brought down the program that both were in. */
  @Test
  void oneWhoseProgramEndedMeanwhileIsReplaced() {
    Browser first = browser(true);
    Browser gone = browser(false);
    Browser third = browser(true);
    when(lane.open()).thenReturn(first, gone, third);
    supply.take();
    supply.prepare();
    assertSame(third, supply.take());
    verify(gone).close();
  }
}
