package elmtable.webdriver.page;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.stream.Collectors;

/**
 * The scripts that run inside the tested page, put together from the files beside this class. They
 * take a question (see {@link Questions}) and answer once what is wanted holds, or at the limit
 * with what was there instead.
 */
public final class PageScripts {
  private static final String WAIT =
      List.of("find", "elements", "act", "fields", "compare", "survey", "look", "wait").stream()
          .map(PageScripts::resource)
          .collect(Collectors.joining("\n"));

  /** The body of an asynchronous script of the classic protocol. */
  public static final String CLASSIC_WAIT =
      "const [ask, done] = arguments;\nconst standsStill = () => false;\n" + WAIT;

  /**
   * A function without arguments that makes {@code elm} known in a realm of its own, for {@link
   * #ASK}.
   */
  public static final String INSTALL =
      "() => {\nif (globalThis.elm) return;\n"
          + resource("watch")
          + "globalThis.elm = (ask, done) => {\n"
          + WAIT
          + "\n};\n}";

  /**
   * A function that takes a question as JSON and gives an element, a window or null, and the rest
   * of the answer as JSON; null where nothing is installed. A document is looked at once it is
   * parsed, and after an action once what that set off has begun.
   */
  public static final String ASK =
      """
      (question) => globalThis.elm ? new Promise((answer) => {
        const ask = JSON.parse(question);
        let begun = false;
        const begin = () => {
          if (begun) return;
          begun = true;
          globalThis.elm(ask, ({ element = null, window = null, ...rest }) =>
            answer([element ?? window, JSON.stringify(rest)]));
        };
        if (document.readyState === 'loading') {
          document.addEventListener('DOMContentLoaded', begin, { once: true });
          setTimeout(begin, ask.limit);
        } else if (ask.afterAction) {
          setTimeout(begin, 0);
        } else {
          begin();
        }
      }) : null
      """;

  /** A function that takes two elements. */
  public static final String DRAG = function("drag");

  /** Takes an element, and whether the two presses of it were made; asynchronous then. */
  public static final String TWICE = function("twice");

  /** Asynchronous, without arguments: answers yes or no. */
  public static final String CLEAR = function("clear");

  /**
   * Asynchronous: answers null as soon as a dialog opens, because the driver then ends it, else at
   * the limit.
   */
  public static final String UNTIL_DIALOG =
      "const done = arguments[1]; setTimeout(() => done('none'), arguments[0]);";

  private PageScripts() {}

  /** A file that is one function, without the line that says what for. */
  private static String function(String name) {
    return resource(name).replaceFirst("^//.*\n", "").strip();
  }

  /** One of the files, by its name without its ending. */
  public static String resource(String name) {
    try (InputStream in = PageScripts.class.getResourceAsStream(name + ".js")) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException missing) {
      throw new UncheckedIOException(missing);
    }
  }
}
