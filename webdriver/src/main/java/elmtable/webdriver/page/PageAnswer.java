package elmtable.webdriver.page;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.BrowserException;
import elmtable.browser.Observation;
import elmtable.browser.Target;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;

/** What the waiting script answered, in words for people. */
public final class PageAnswer {
  private PageAnswer() {}

  /** What a wait saw, with the reason where it did not hold. */
  public static Observation observation(
      Target target, JsonNode answer, Duration limit, List<String> frames) {
    String found = answer.path("found").asText("");
    if (answer.path("ok").asBoolean()) {
      return Observation.held(found);
    }
    String reason = answer.has("state") ? reason(target, answer, limit) + where(frames) : "";
    String wanted = answer.has("wanted") ? answer.path("wanted").asText() : null;
    return new Observation(
        false, answer.has("found") ? found : stateWords(answer, target), reason, wanted);
  }

  /** In which frame was looked, as a sentence behind another. */
  private static String where(List<String> frames) {
    return frames.isEmpty()
        ? ""
        : " Looked in the frame " + String.join(" in ", frames.reversed()) + ".";
  }

  private static String reason(Target target, JsonNode answer, Duration limit) {
    String what = "“" + target.name() + "” (" + target.locator() + ")";
    String after = " after " + Seconds.of(limit);
    return switch (answer.path("state").asText()) {
      case "absent" -> what + " is not on the page" + after + ".";
      case "hidden" -> what + " is on the page but hidden" + after + ".";
      case "several" ->
          what
              + " fits "
              + answer.path("count").asInt()
              + " elements: "
              + join(answer.path("examples"))
              + (answer.path("count").asInt() > 3 ? ", …" : "")
              + ".";
      case "disabled" -> what + " is there but disabled" + after + ".";
      case "readonly" -> what + " is there but can only be read.";
      case "moving" -> what + " does not stand still" + after + ".";
      case "differs" -> what + " differs: " + answer.path("place").asText() + ".";
      case "covered" -> what + " is covered by " + answer.path("cover").asText() + after + ".";
      case "nolist" ->
          what + " is not a list to choose from but " + answer.path("cover").asText() + ".";
      case "nooption" ->
          what
              + " has no option “"
              + answer.path("wanted").asText()
              + "”; it has "
              + options(answer)
              + ".";
      case "onlyone" -> what + " takes one option only; use “choose”.";
      case "nofiles" -> what + " takes no files; it is " + answer.path("cover").asText() + ".";
      case "nottaken" ->
          what
              + " is a field of type "
              + answer.path("cover").asText()
              + " and does not take “"
              + answer.path("wanted").asText()
              + "”; it now holds “"
              + answer.path("found").asText()
              + "”.";
      case "noframe" ->
          what
              + " is no frame and has no open shadow root; it is "
              + answer.path("cover").asText()
              + ".";
      case "notable" -> what + " is not a table but " + answer.path("cover").asText() + ".";
      case "optiondisabled" -> what + " has the option, but it is disabled" + after + ".";
      case "badlocator" ->
          "The locator of " + what + " cannot be read: " + answer.path("cover").asText();
      default -> what + " could not be looked for: " + answer.path("cover").asText();
    };
  }

  /** Says in so many words what was looked for and what there was instead. */
  public static BrowserException missed(
      Target target, JsonNode answer, Duration limit, List<String> frames) {
    String wanted =
        answer.has("wanted") ? answer.path("wanted").asText() : target.locator().toString();
    return BrowserException.page(
        reason(target, answer, limit) + where(frames), wanted, stateWords(answer, target));
  }

  public static BrowserException notTicked(Target target, boolean wanted) {
    return new BrowserException(
        BrowserException.Kind.PAGE,
        "“"
            + target.name()
            + "” was pressed and "
            + (wanted ? "is not ticked." : "still is ticked."));
  }

  /**
   * @param wanted a title, or a number counted from 1
   * @param titles of the windows that are there
   */
  public static BrowserException noWindow(String wanted, List<String> titles, Duration limit) {
    boolean number = wanted.matches("\\d+");
    return BrowserException.page(
        "There is no window "
            + (number ? wanted : "with the title “" + wanted + "”")
            + " after "
            + Seconds.of(limit)
            + ".",
        number ? "window " + wanted : wanted,
        number ? titles.size() + " windows" : String.join(", ", titles));
  }

  /** The first options, and how many there are in all where these are not all. */
  private static String options(JsonNode answer) {
    int count = answer.path("count").asInt();
    int shown = answer.path("examples").size();
    return join(answer.path("examples"))
        + (count > shown ? ", … (" + count + " options in all)" : "");
  }

  private static String stateWords(JsonNode answer, Target target) {
    return switch (answer.path("state").asText()) {
      case "absent" ->
          answer.path("examples").isEmpty()
              ? "not on the page"
              : target.locator().by().word() + " " + join(answer.path("examples"));
      case "covered" -> "covered by " + answer.path("cover").asText();
      case "nooption" -> options(answer);
      case "nottaken" -> answer.path("found").asText();
      case "hidden" -> "hidden";
      case "several" -> answer.path("count").asInt() + " elements";
      default -> answer.path("state").asText();
    };
  }

  private static String join(JsonNode texts) {
    List<String> all = new ArrayList<>();
    texts.forEach(text -> all.add(text.asText()));
    return String.join(", ", all);
  }
}
