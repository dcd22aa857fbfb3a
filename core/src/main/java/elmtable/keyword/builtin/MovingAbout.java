package elmtable.keyword.builtin;

import elmtable.keyword.Group;
import elmtable.keyword.Keyword;
import elmtable.keyword.PageCall;
import elmtable.keyword.StepContext;
import elmtable.keyword.Takes;

/** Keywords that go from page to page. */
@Group("Moving about")
public final class MovingAbout {
  @Keyword(name = "open", note = "Opens a page of the tested application at its path.")
  public void open(
      StepContext step,
      @Takes(name = "page") PageCall page,
      @Takes(name = "query", optional = true, note = "what follows the question mark")
          String query) {
    String address = step.address(page.path());
    if (!query.isEmpty()) {
      address += (address.contains("?") ? "&" : "?") + query;
    }
    step.browser().goTo(address);
  }

  @Keyword(
      name = "go to address",
      note = "Goes to an address; a path counts from the environment's base address.")
  public void goToAddress(StepContext step, @Takes(name = "address") String address) {
    step.browser().goTo(step.address(address));
  }

  @Keyword(name = "reload", note = "Loads the page again.")
  public void reload(StepContext step) {
    step.browser().reload();
  }

  @Keyword(name = "go back", note = "Goes to the page before in the history.")
  public void goBack(StepContext step) {
    step.browser().goBack();
  }

  @Keyword(name = "go forward", note = "Goes to the next page in the history.")
  public void goForward(StepContext step) {
    step.browser().goForward();
  }
}
