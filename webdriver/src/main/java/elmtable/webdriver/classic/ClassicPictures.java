package elmtable.webdriver.classic;

import elmtable.browser.Pictures;
import elmtable.browser.Target;
import elmtable.webdriver.page.SecretPainting;
import elmtable.webdriver.wire.WebDriverError;
import java.util.Base64;
import java.util.Collection;
import java.util.List;
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
  public Optional<byte[]> take(Collection<String> secrets) {
    if (tab.dialog().isPresent()) {
      return Optional.empty();
    }
    return SecretPainting.painted("png", secrets, this::places, this::picture);
  }

  private Optional<byte[]> picture() {
    return Optional.of(Base64.getDecoder().decode(tab.read("/screenshot").asText()));
  }

  /** Asked in the frame that is looked at; in another than the window nothing is known. */
  private Optional<String> places(String secrets) {
    if (!tab.frames().isEmpty()) {
      return Optional.empty();
    }
    try {
      return Optional.of(
          tab.script("return (" + SecretPainting.PLACES + ")(arguments[0])", List.of(secrets))
              .asText());
    } catch (WebDriverError error) {
      throw tab.failure(error);
    }
  }

  /** A waiting command blocks all others of its session, so nobody can watch. */
  @Override
  public Optional<byte[]> glance(Collection<String> secrets) {
    return Optional.empty();
  }

  @Override
  public void outline(Target target) {
    waiting.outline(target);
  }
}
