package elmtable.journeys;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.stream.Stream;
import org.openqa.selenium.By;
import org.openqa.selenium.ElementClickInterceptedException;
import org.openqa.selenium.Keys;
import org.openqa.selenium.OutputType;
import org.openqa.selenium.StaleElementReferenceException;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.WindowType;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.interactions.Actions;
import org.openqa.selenium.support.ui.WebDriverWait;

/** The interface as a person sees and uses it. */
final class Screen implements AutoCloseable {
  private static final Duration PATIENCE = Duration.ofSeconds(120);

  private final ScreenBrowser browser = ScreenBrowser.take();
  private final ChromeDriver driver;

  Screen() throws Exception {
    driver = browser.driver();
    // The window of a headless browser is larger than its page; measures are those of the page.
    driver.executeCdpCommand(
        "Emulation.setDeviceMetricsOverride",
        Map.of("width", 1280, "height", 800, "deviceScaleFactor", 1, "mobile", false));
  }

  static Path program(String name) {
    return Stream.of(System.getenv("PATH").split(":"))
        .map(folder -> Path.of(folder, name))
        .filter(Files::isExecutable)
        .findFirst()
        .orElseThrow(() -> new IllegalStateException(name + " is not on the path"));
  }

  void open(String address) {
    driver.get(address);
  }

  String address() {
    return driver.getCurrentUrl();
  }

  void newTab() {
    driver.switchTo().newWindow(WindowType.TAB);
  }

  void reload() {
    driver.navigate().refresh();
  }

  /** Waits for something; where it does not come, what the page shows instead is told. */
  private WebDriverWait patient(String what) {
    WebDriverWait wait = new WebDriverWait(driver, PATIENCE, Duration.ofMillis(30));
    wait.ignoring(StaleElementReferenceException.class, ElementClickInterceptedException.class);
    wait.withMessage(
        () -> what + ", at " + address() + ":\n" + script("return document.body.innerText"));
    return wait;
  }

  /** The first shown element of an XPath, waited for. */
  WebElement see(String xpath) {
    return patient("seeing " + xpath)
        .until(d ->
            d.findElements(By.xpath(xpath)).stream()
                .filter(WebElement::isDisplayed)
                .findFirst()
                .orElse(null));
  }

  void seeNo(String xpath) {
    patient("seeing no " + xpath).until(d -> d.findElements(By.xpath(xpath)).isEmpty());
  }

  /** Waits until the text of an element holds another. */
  String seeText(String xpath, String text) {
    return patient("seeing “" + text + "” in " + xpath)
        .until(d -> {
          List<WebElement> found = d.findElements(By.xpath(xpath));
          return found.stream()
              .map(WebElement::getText)
              .filter(t -> t.contains(text))
              .findFirst()
              .orElse(null);
        });
  }

  void until(String what, BooleanSupplier holds) {
    patient(what).until(d -> holds.getAsBoolean());
  }

  void press(String xpath) {
    patient("pressing " + xpath)
        .until(d -> {
          Optional<WebElement> found =
              d.findElements(By.xpath(xpath)).stream().filter(WebElement::isDisplayed).findFirst();
          // A press on what cannot be pressed yet would be lost.
          if (found.isEmpty() || !found.get().isEnabled() || !rests(found.get())) {
            return false;
          }
          found.get().click();
          return true;
        });
  }

  /** Whether it stands where it stood two frames before; a sheet that scrolls does not. */
  private boolean rests(WebElement element) {
    return (Boolean)
        driver.executeAsyncScript(
            """
            const [element, done] = arguments;
            const place = () => { const r = element.getBoundingClientRect(); return r.x + ' ' + r.y; };
            const before = place();
            requestAnimationFrame(() => requestAnimationFrame(() => done(place() === before)));
            """,
            element);
  }

  /** Opens the menu of something by the other mouse button. */
  void pressOther(String xpath) {
    new Actions(driver).contextClick(see(xpath)).perform();
  }

  void drag(String from, String onto) {
    new Actions(driver)
        .clickAndHold(see(from))
        .moveToElement(see(onto))
        .moveByOffset(2, 1)
        .release()
        .perform();
  }

  /** Chooses a file of this machine in a field for files, which a screen shows as a button. */
  void attach(String xpath, Path file) {
    patient("a field for files at " + xpath).until(d -> !d.findElements(By.xpath(xpath)).isEmpty());
    driver.findElement(By.xpath(xpath)).sendKeys(file.toString());
  }

  void pressButton(String words) {
    press("//button[contains(normalize-space(), '" + words + "')]");
  }

  /** Keys for whatever has the focus. */
  void keys(CharSequence... keys) {
    new Actions(driver).sendKeys(keys).perform();
  }

  void chord(Keys held, CharSequence key) {
    new Actions(driver).keyDown(held).sendKeys(key).keyUp(held).perform();
  }

  void chord(Keys held, Keys alsoHeld, CharSequence key) {
    new Actions(driver)
        .keyDown(held)
        .keyDown(alsoHeld)
        .sendKeys(key)
        .keyUp(alsoHeld)
        .keyUp(held)
        .perform();
  }

  /**
   * The cell of a step: the row whose first cell is {@code keyword} in a case, and a column of it.
   */
  static String cell(String caseName, String keyword, int column) {
    return "(//*[@role='rowgroup'][starts-with(@aria-label, 'case "
        + caseName
        + "')]/ancestor::div[@data-index][1]"
        + "/following-sibling::div[.//div[@role='row'][.//*[@role='gridcell'][1][normalize-space()='"
        + keyword
        + "']]])[1]//*[@role='gridcell']["
        + (column + 1)
        + "]";
  }

  void saved() {
    see("//*[@role='status'][normalize-space()='saved']");
  }

  /** Lets every answer of the server take so much longer; none for zero. */
  void slow(Duration latency) {
    driver.executeCdpCommand("Network.enable", Map.of());
    driver.executeCdpCommand(
        "Network.emulateNetworkConditions",
        Map.of(
            "offline",
            false,
            "latency",
            latency.toMillis(),
            "downloadThroughput",
            -1,
            "uploadThroughput",
            -1));
  }

  /** Runs a script in each page that is opened from now on, before the page's own. */
  void onEachPage(String script) {
    driver.executeCdpCommand("Page.addScriptToEvaluateOnNewDocument", Map.of("source", script));
  }

  void picture(Path file) throws Exception {
    Files.createDirectories(file.getParent());
    scriptLater("const done = arguments[0]; document.fonts.ready.then(() => done(true))");
    Files.write(file, driver.getScreenshotAs(OutputType.BYTES));
  }

  /** A script that calls its last argument with what it found. */
  Object scriptLater(String script) {
    return driver.executeAsyncScript(script);
  }

  Object script(String script) {
    return driver.executeScript(script);
  }

  @Override
  public void close() {
    browser.giveBack();
  }
}
