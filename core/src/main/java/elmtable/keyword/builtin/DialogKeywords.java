package elmtable.keyword.builtin;

import elmtable.formula.Value;
import elmtable.keyword.Group;
import elmtable.keyword.Keyword;
import elmtable.keyword.Param;
import elmtable.keyword.StepContext;
import elmtable.keyword.StepFailedException;

/** Keywords for the browser's own dialogs. */
@Group("Dialogs")
public final class DialogKeywords {
  @Keyword(
      name = "accept dialog",
      note = "Waits for a dialog, compares its text where one is given, and presses OK.")
  public void acceptDialog(
      StepContext step,
      @Param(name = "text", optional = true, note = "what the dialog must say") String text) {
    String shown = step.browser().dialogs().close(true, step.limit());
    if (!text.isEmpty()) {
      require(text, shown);
    }
  }

  @Keyword(name = "dismiss dialog", note = "Waits for a dialog and presses Cancel.")
  public void dismissDialog(StepContext step) {
    step.browser().dialogs().close(false, step.limit());
  }

  @Keyword(
      name = "answer dialog",
      note = "Waits for a dialog that asks for a text, enters the answer and presses OK.")
  public void answerDialog(StepContext step, @Param(name = "answer") String answer) {
    step.browser().dialogs().answer(answer, step.limit());
  }

  @Keyword(name = "expect dialog", note = "A dialog opens and says exactly this; it stays open.")
  public void expectDialog(StepContext step, @Param(name = "text") String text) {
    require(text, step.browser().dialogs().await(step.limit()));
  }

  @Keyword(
      name = "expect dialog containing",
      note = "A dialog opens and says this somewhere; it stays open.")
  public void expectDialogContaining(StepContext step, @Param(name = "text") String text) {
    String shown = step.browser().dialogs().await(step.limit());
    if (!shown.contains(text)) {
      throw new StepFailedException(
          "The dialog says something else.", "… " + text + " …", shown, null);
    }
  }

  @Keyword(
      name = "expect no dialog",
      note = "No dialog is open. One that was opened stays open until a step deals with it.")
  public void expectNoDialog(StepContext step) {
    step.browser()
        .dialogs()
        .open()
        .ifPresent(shown -> {
          throw new StepFailedException("A dialog is open.", "no dialog", shown, null);
        });
  }

  @Keyword(
      name = "read dialog",
      note = "Waits for a dialog and gives what it says; it stays open.",
      gives = "text: text")
  public Value readDialog(StepContext step) {
    return Value.of(step.browser().dialogs().await(step.limit()));
  }

  private static void require(String wanted, String shown) {
    if (!wanted.equals(shown)) {
      throw new StepFailedException("The dialog said something else.", wanted, shown, null);
    }
  }
}
