package elmtable.run;

import elmtable.browser.Browser;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Lists;
import elmtable.project.Project;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Reads how browsers are to be opened from the project's {@code browser} block. */
final class BrowserSetups {
  private static final Pattern WINDOW = Pattern.compile("(\\d{2,5}) ?[x×] ?(\\d{2,5})");

  private BrowserSetups() {}

  static Browser.Setup of(Project project, String name) {
    Browser.Setup usual = Browser.Setup.usual();
    Optional<Block> found =
        project.index().named(BlockKind.BROWSER, name).map(named -> named.block());
    if (found.isEmpty()) {
      return usual;
    }
    Block block = found.get();
    Matcher window = WINDOW.matcher(block.value("window"));
    boolean sized = window.matches();
    return new Browser.Setup(
        block.value("kind").isEmpty() ? usual.kind() : block.value("kind"),
        sized ? Integer.parseInt(window.group(1)) : usual.width(),
        sized ? Integer.parseInt(window.group(2)) : usual.height(),
        !block.value("headless").equalsIgnoreCase("no"),
        block.value("language"),
        Lists.split(block.value("arguments")));
  }
}
