package elmtable.server.message;

import elmtable.server.message.BlockMessages.PlaceView;
import java.util.List;
import java.util.Map;

/** Manual scenarios that are taken in. */
public final class IntakeMessages {
  private IntakeMessages() {}

  /**
   * A keyword that may say what a sentence says.
   *
   * @param score from 0 to 1
   * @param cells the step that it would be
   * @param missing required parameters for which the sentence gives nothing
   */
  public record MatchView(String keyword, double score, List<String> cells, List<String> missing) {}

  /**
   * @param part precondition, step or expected
   * @param state said, nearly or not
   * @param decided whether somebody accepted it, or said that it needs a keyword
   * @param cells the step that says it; left out where none does
   */
  public record SentenceView(
      String part,
      String text,
      String state,
      boolean decided,
      @Nullable List<String> cells,
      List<MatchView> matches) {}

  /**
   * @param repeated whether the sheet calls one before it the same, so that a number was added to
   *     the key
   * @param row its first row in the sheet, from 1 on
   * @param covered the case that is linked to it
   * @param changed whether the sheet says something else than when its case was drafted
   */
  public record ScenarioView(
      String key,
      @Nullable Boolean repeated,
      String title,
      long row,
      List<SentenceView> sentences,
      @Nullable PlaceView covered,
      @Nullable Boolean changed) {}

  /**
   * A sheet with its scenarios.
   *
   * @param headings of its columns
   * @param mapping for key, title, preconditions, steps and expected the heading of their column
   * @param gone keys of scenarios that cases are linked to and the sheet does not have any more
   */
  public record IntakeView(
      String path,
      List<String> headings,
      Map<String, String> mapping,
      List<ScenarioView> scenarios,
      int said,
      int nearly,
      int not,
      List<String> gone,
      @Nullable String broken) {}

  /**
   * What somebody decided for a sentence.
   *
   * @param cells the step that says it; left out where it needs a keyword
   * @param undecided takes an earlier decision back
   */
  public record Decision(
      String sentence, @Nullable List<String> cells, @Nullable Boolean undecided) {}

  public record IntakeRequest(
      String path, @Nullable Map<String, String> mapping, @Nullable List<Decision> decisions) {}

  /** {@code keys} are of the scenarios that become cases. */
  public record DraftsRequest(
      String path, String name, List<String> keys, @Nullable String author) {}
}
