package elmtable.keyword.builtin;

import elmtable.keyword.Group;
import elmtable.keyword.Keyword;
import elmtable.keyword.StepContext;
import elmtable.keyword.StepFailure;
import elmtable.keyword.Takes;

/** Keywords for the browser's own dialogs. */
@Group("Dialogs")
public final class Dialogs {
  @Keyword(
      name = "accept dialog",
      note = "Waits for a dialog, compares its text where one is given, and presses OK.")
  public void acceptDialog(
      StepContext step,
      @Takes(name = "text", optional = true, note = "what the dialog must say") String text) {
    String shown = step.browser().closeDialog(true, step.limit());
    if (!text.isEmpty() && !text.equals(shown)) {
      throw new StepFailure("The dialog said something else.", text, shown, null);
    }
  }

  @Keyword(name = "dismiss dialog", note = "Waits for a dialog and presses Cancel.")
  public void dismissDialog(StepContext step) {
    step.browser().closeDialog(false, step.limit());
  }
}
