package elmtable.keyword.builtin;

import elmtable.browser.Target;
import elmtable.keyword.Group;
import elmtable.keyword.Keyword;
import elmtable.keyword.PageArgument;
import elmtable.keyword.Param;
import elmtable.keyword.StepContext;
import java.math.BigDecimal;

/** Keywords that go from page to page, and between windows and frames. */
@Group("Moving about")
public final class NavigationKeywords {
  private static final int LARGEST = 10_000;

  @Keyword(name = "open", note = "Opens a page of the tested application at its path.")
  public void open(
      StepContext step,
      @Param(name = "page") PageArgument page,
      @Param(name = "query", optional = true, note = "what follows the question mark")
          String query) {
    String address = step.address(page.path());
    if (!query.isEmpty()) {
      address += (address.contains("?") ? "&" : "?") + query;
    }
    step.browser().pages().goTo(address);
  }

  @Keyword(
      name = "go to address",
      note = "Goes to an address; a path counts from the environment's base address.")
  public void goToAddress(StepContext step, @Param(name = "address") String address) {
    step.browser().pages().goTo(step.address(address));
  }

  @Keyword(name = "reload", note = "Loads the page again.")
  public void reload(StepContext step) {
    step.browser().pages().reload();
  }

  @Keyword(name = "go back", note = "Goes to the page before in the history.")
  public void goBack(StepContext step) {
    step.browser().pages().goBack();
  }

  @Keyword(name = "go forward", note = "Goes to the next page in the history.")
  public void goForward(StepContext step) {
    step.browser().pages().goForward();
  }

  @Keyword(
      name = "use window",
      note = "Goes to a window that is open or opens in time; what follows happens in it.")
  public void useWindow(
      StepContext step,
      @Param(
              name = "title or number",
              note = "its whole title, or 1 for the first window, 2 for the next one opened")
          String titleOrNumber) {
    step.browser().windows().use(titleOrNumber, step.limit());
  }

  @Keyword(
      name = "close window",
      note = "Closes the window and goes back to the one opened before it.")
  public void closeWindow(StepContext step) {
    step.browser().windows().close();
  }

  @Keyword(
      name = "go into frame",
      note = "What follows is looked for inside a frame, until “leave frame” or another page.")
  public void goIntoFrame(StepContext step, @Param(name = "element") Target element) {
    step.browser().windows().enterFrame(element, step.limit());
  }

  @Keyword(name = "leave frame", note = "What follows is looked for in what the frame stands in.")
  public void leaveFrame(StepContext step) {
    step.browser().windows().leaveFrame();
  }

  @Keyword(name = "set window size", note = "Makes the page's area so large.")
  public void setWindowSize(
      StepContext step,
      @Param(name = "width", note = "in CSS pixels") BigDecimal width,
      @Param(name = "height", note = "in CSS pixels") BigDecimal height) {
    step.browser()
        .windows()
        .resize(
            WholeNumbers.whole(width, 1, LARGEST, "A width"),
            WholeNumbers.whole(height, 1, LARGEST, "A height"));
  }
}
