package elmtable.block;

import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Lists;
import elmtable.text.Names;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** How a browser is to be opened. */
public record BrowserBlock(Block block) {
  private static final List<String> KINDS = List.of("chrome", "firefox");
  private static final Pattern WINDOW = Pattern.compile("(\\d{2,5}) ?[x×] ?(\\d{2,5})");

  public BrowserBlock {
    Kinds.require(block, BlockKind.BROWSER);
  }

  /** The page's area in CSS pixels. */
  public record Window(int width, int height) {
    private static Optional<Window> read(String written) {
      Matcher size = WINDOW.matcher(written);
      return size.matches()
          ? Optional.of(
              new Window(Integer.parseInt(size.group(1)), Integer.parseInt(size.group(2))))
          : Optional.empty();
    }
  }

  public Optional<Property<String>> kind() {
    return Property.of(
        block,
        "kind",
        written -> Optional.of(Names.key(written)).filter(KINDS::contains),
        Property.unknown(KINDS));
  }

  public Optional<Property<Window>> window() {
    return Property.of(block, "window", Window::read, "is not a size; write it as 1280 x 800.");
  }

  public Optional<String> language() {
    return block.property("language").map(line -> line.value());
  }

  public Optional<Property<Boolean>> headless() {
    return Property.yesNo(block, "headless");
  }

  public Optional<Property<Isolation>> isolation() {
    return Isolation.of(block);
  }

  /** The time between steps, for watching. */
  public Optional<Property<Duration>> pace() {
    return Property.duration(block, "pace");
  }

  /** The address of a remote end. */
  public Optional<Property<String>> address() {
    return Property.of(
        block,
        "address",
        written -> Optional.of(written).filter(url -> url.matches("https?://\\S+")),
        "is not the address of a remote end, which begins with http://.");
  }

  /** For the browser's command line. */
  public List<String> arguments() {
    return Lists.split(block.value("arguments"));
  }
}
