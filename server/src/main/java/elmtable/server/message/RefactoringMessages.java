package elmtable.server.message;

import elmtable.server.message.BlockMessages.PlaceView;
import elmtable.server.message.SheetMessages.RowView;
import elmtable.text.TextChange;
import java.util.List;

/** Changes that keep what a project means, before they are made. */
public final class RefactoringMessages {
  private RefactoringMessages() {}

  /**
   * Steps that stand in several places.
   *
   * @param count how many steps
   * @param saved how many steps fewer there are once a keyword stands for them
   * @param steps as they stand in the first place
   */
  public record RepeatView(int count, int saved, List<RowView> steps, List<PlaceView> places) {}

  /**
   * @param what in words, such as {@code extract keyword}
   * @param version of the document at {@code path}
   * @param count how many steps, from {@code line} on
   * @param cell counted from 0 behind the first one of its row
   * @param name the new name, where there is one
   * @param except places with the same steps that stay as they are
   */
  public record RefactoringRequest(
      String what,
      String path,
      long version,
      int line,
      @Nullable Integer count,
      @Nullable Integer cell,
      @Nullable String name,
      @Nullable List<PlaceView> except) {}

  /** A document before and after. */
  public record PreviewDocument(
      String path, long version, String before, String after, TextChange change) {}

  /**
   * A parameter of a keyword that is made of steps.
   *
   * @param arguments what each place hands in
   */
  public record TakenView(String name, String kind, List<String> arguments) {}

  /**
   * What a refactoring would change.
   *
   * @param refusal why it cannot be done; then nothing else is there
   * @param warnings what it would leave different
   * @param places where the same steps stand, the chosen one first
   */
  public record RefactoringPreview(
      @Nullable String refusal,
      List<String> warnings,
      List<PreviewDocument> documents,
      List<PlaceView> places,
      List<TakenView> takes,
      List<String> gives) {}
}
