package elmtable.block;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import elmtable.browser.BrowserConfig;
import elmtable.formula.Values;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Lists;
import elmtable.text.Names;
import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** How a browser is to be opened. */
public record BrowserBlock(Block block) {
  public static final List<String> COLOUR_SCHEMES = List.of("light", "dark");
  public static final List<String> CERTIFICATES = List.of("any", "valid");

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
        written -> Optional.of(Names.key(written)).filter(BrowserConfig.KINDS::contains),
        Property.unknown(BrowserConfig.KINDS));
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

  /** How many sessions a remote end may have at once. */
  public Optional<Property<Integer>> limit() {
    return Property.count(block, "limit", 1, 1000);
  }

  /** Further capabilities of a session, as the text of a JSON object. */
  public Optional<Property<String>> capabilities() {
    return Property.of(
        block,
        "capabilities",
        written -> Optional.of(written).filter(BrowserBlock::isJsonObject),
        "is not a JSON object, such as {\"key\": \"value\"}.");
  }

  private static boolean isJsonObject(String written) {
    try {
      return new ObjectMapper().readTree(written).isObject();
    } catch (JsonProcessingException broken) {
      return false;
    }
  }

  public Optional<Property<ZoneId>> timeZone() {
    return Property.of(
        block,
        "time zone",
        written -> {
          try {
            return Optional.of(ZoneId.of(written));
          } catch (DateTimeException unknown) {
            return Optional.empty();
          }
        },
        "is not a time zone; write it as Europe/Lisbon.");
  }

  /** Latitude and longitude. */
  public Optional<Property<List<BigDecimal>>> position() {
    return Property.of(
        block,
        "position",
        BrowserBlock::coordinates,
        "is not a position; write latitude and longitude in degrees, as 38.7, -9.1.");
  }

  private static Optional<List<BigDecimal>> coordinates(String written) {
    List<BigDecimal> numbers =
        Lists.split(written).stream().flatMap(part -> Values.number(part).stream()).toList();
    boolean fits =
        numbers.size() == 2
            && Lists.split(written).size() == 2
            && numbers.get(0).abs().intValue() <= 90
            && numbers.get(1).abs().intValue() <= 180;
    return fits ? Optional.of(numbers) : Optional.empty();
  }

  public Optional<Property<String>> colourScheme() {
    return oneOf("colour scheme", COLOUR_SCHEMES);
  }

  public Optional<Property<String>> certificates() {
    return oneOf("certificates", CERTIFICATES);
  }

  private Optional<Property<String>> oneOf(String word, List<String> known) {
    return Property.of(
        block,
        word,
        written -> Optional.of(Names.key(written)).filter(known::contains),
        Property.unknown(known));
  }

  public Optional<Property<Boolean>> offline() {
    return Property.yesNo(block, "offline");
  }

  /** Whether a state is wiped for the next case, or made anew. */
  public Optional<Property<Boolean>> wipe() {
    return Property.yesNo(block, "wipe");
  }

  public Optional<Property<String>> userAgent() {
    return Property.text(block, "user agent");
  }

  /** The folder that downloads go to and stay in; relative to the project's. */
  public Optional<Property<String>> downloads() {
    return Property.text(block, "downloads");
  }

  /** For the browser's command line. */
  public List<String> arguments() {
    return Lists.split(block.value("arguments"));
  }
}
