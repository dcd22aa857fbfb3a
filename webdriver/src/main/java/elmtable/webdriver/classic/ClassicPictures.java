package elmtable.webdriver.classic;

import elmtable.browser.Pictures;
import elmtable.browser.Target;
import java.util.Base64;
import java.util.Optional;

/** Pictures, over the classic protocol. */
final class ClassicPictures implements Pictures {
  private final ClassicTab tab;
  private final ClassicWaiting waiting;

  ClassicPictures(ClassicTab tab, ClassicWaiting waiting) {
    this.tab = tab;
    this.waiting = waiting;
  }

  @Override
  public Optional<byte[]> take() {
    return tab.dialog().isPresent()
        ? Optional.empty()
        : Optional.of(Base64.getDecoder().decode(tab.read("/screenshot").asText()));
  }

  @Override
  public void outline(Target target) {
    waiting.outline(target);
  }
}
