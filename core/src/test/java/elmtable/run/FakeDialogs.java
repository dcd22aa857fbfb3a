package elmtable.run;

import elmtable.browser.Dialogs;
import java.time.Duration;
import java.util.Optional;
import java.util.function.Consumer;

/** Dialogs of a {@link FakeBrowser}: each says the same, and none stays open. */
final class FakeDialogs implements Dialogs {
  private static final String TEXT = "dialog";

  private final Consumer<String> act;

  /**
   * @param act is told what is done
   */
  FakeDialogs(Consumer<String> act) {
    this.act = act;
  }

  @Override
  public String close(boolean accept, Duration limit) {
    return TEXT;
  }

  @Override
  public String answer(String answer, Duration limit) {
    act.accept("answer " + answer);
    return TEXT;
  }

  @Override
  public String await(Duration limit) {
    return TEXT;
  }

  @Override
  public Optional<String> open() {
    return Optional.empty();
  }
}
