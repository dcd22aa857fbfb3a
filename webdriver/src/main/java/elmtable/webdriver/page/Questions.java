package elmtable.webdriver.page;

import elmtable.browser.BrowserException;
import elmtable.browser.Target;
import elmtable.browser.Wanted;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** What the scripts in the page are asked, as JSON objects. */
public final class Questions {
  private static final long MOST_BYTES = 20_000_000;

  private Questions() {}

  /**
   * A question about an element; {@code text} is what it is compared with, or of which there is
   * talk.
   */
  public static Map<String, Object> about(Target target, String wanted, String text) {
    Map<String, Object> question = new HashMap<>();
    question.put("by", target.locator().by().word());
    question.put("value", target.locator().value());
    question.put("wanted", wanted);
    question.put("text", text);
    return question;
  }

  /** Goes into what an element lives in. */
  public static Map<String, Object> within(Target surrounding) {
    return about(surrounding, "within", "");
  }

  /** Has a question look inside these shadow hosts, the outermost first. */
  public static void insideOf(List<Target> hosts, Map<String, Object> question) {
    question.put(
        "hosts",
        hosts.stream()
            .map(host -> Map.of("by", host.locator().by().word(), "value", host.locator().value()))
            .toList());
  }

  /**
   * Makes a field ready for what is typed into it.
   *
   * @param append whether that comes behind what is in it, or instead of it
   * @param insert whether the page is to put the text in itself, in one go
   */
  public static Map<String, Object> edit(
      Target target, String text, boolean append, boolean insert) {
    Map<String, Object> question = about(target, "edit", text);
    question.put("append", append);
    question.put("insert", insert);
    return question;
  }

  public static Map<String, Object> chooseSeveral(Target target, List<String> options) {
    Map<String, Object> question = about(target, "several", "");
    question.put("texts", options);
    return question;
  }

  /**
   * Puts a file's content into a field for files, where the browser cannot read the file itself.
   *
   * @throws BrowserException if it cannot be read or is too large
   */
  public static Map<String, Object> putFile(Target target, Path file) {
    Map<String, Object> question = about(target, "attach", "");
    try {
      if (Files.size(file) > MOST_BYTES) {
        throw new BrowserException(
            BrowserException.Kind.PAGE,
            "“" + file.getFileName() + "” has more than the 20 MB that go to a remote browser.");
      }
      String type = Files.probeContentType(file);
      question.put(
          "file",
          Map.of(
              "name",
              file.getFileName().toString(),
              "type",
              type == null ? "" : type,
              "data",
              Base64.getEncoder().encodeToString(Files.readAllBytes(file))));
      return question;
    } catch (IOException unreadable) {
      throw new BrowserException(
          BrowserException.Kind.PAGE,
          "“" + file.getFileName() + "” cannot be read: " + unreadable.getMessage() + ".",
          unreadable);
    }
  }

  /** How many there are now, without waiting for a number. */
  public static Map<String, Object> count(Target target) {
    Map<String, Object> question = about(target, "count", "");
    question.put("number", -1);
    return question;
  }

  /** Whether address, its start or title are as wanted. */
  public static Map<String, Object> page(String wanted, String text) {
    return new HashMap<>(Map.of("wanted", wanted, "text", text));
  }

  public static Map<String, Object> state(Target target, Wanted wanted) {
    Map<String, Object> question =
        switch (wanted) {
          case Wanted.Text text -> about(target, "text", text.text());
          case Wanted.NotText text -> about(target, "nottext", text.text());
          case Wanted.TextWithout text -> about(target, "textwithout", text.fragment());
          case Wanted.Value value -> about(target, "value", value.text());
          case Wanted.TextPart part -> about(target, "textpart", part.text());
          case Wanted.Enabled enabled -> about(target, "enabled", "");
          case Wanted.Disabled disabled -> about(target, "disabled", "");
          case Wanted.Ticked ticked -> about(target, "ticked", ticked.ticked() ? "yes" : "no");
          case Wanted.Attribute attribute -> about(target, "attribute", attribute.text());
          case Wanted.Shown shown -> about(target, "shown", "");
          case Wanted.Hidden hidden -> about(target, "hidden", "");
          case Wanted.Covered covered -> about(target, "covered", "");
          case Wanted.Gone gone -> about(target, "gone", "");
          case Wanted.Count count -> about(target, "count", "");
          case Wanted.Texts texts -> about(target, "texts", "");
          case Wanted.Table table -> about(target, "table", "");
        };
    more(wanted, question);
    return question;
  }

  /** What only some states need to be told. */
  private static void more(Wanted wanted, Map<String, Object> question) {
    switch (wanted) {
      case Wanted.Count count -> question.put("number", count.number());
      case Wanted.Attribute attribute -> question.put("attribute", attribute.name());
      case Wanted.Texts texts -> question.put("texts", texts.texts());
      case Wanted.Table table -> {
        question.put("columns", table.columns());
        question.put("rows", table.rows());
      }
      default -> {}
    }
  }
}
