package elmtable.webdriver;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;

/** Scripts that run inside the tested page. */
final class PageScripts {
  /** Asynchronous: waits for a state; see the file. */
  static final String WAITING = resource("waiting.js");

  /**
   * Focuses a field, selects what is in it and tells its type, or {@code empty} where there is
   * nothing in it.
   */
  static final String SELECT_CONTENT =
      """
      const element = arguments[0];
      element.focus();
      if (element.select) {
        element.select();
      } else if (element.isContentEditable) {
        getSelection().selectAllChildren(element);
      }
      const held = element.isContentEditable ? element.textContent : element.value;
      const type = element.tagName === 'INPUT' ? element.type : '';
      return held === '' && !['date', 'time', 'datetime-local', 'month', 'week', 'color', 'range'].includes(type)
        ? 'empty' : type;
      """;

  /**
   * Sets a field's value as a person's choice would, with the events that pages listen for; gives
   * the value held.
   */
  static final String SET_VALUE =
      """
      const [element, value] = arguments;
      Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(element, value);
      element.dispatchEvent(new Event('input', { bubbles: true }));
      element.dispatchEvent(new Event('change', { bubbles: true }));
      return element.value;
      """;

  /** Focuses a field and puts the caret behind what is in it. */
  static final String CARET_BEHIND =
      """
      const element = arguments[0];
      element.focus();
      if (element.isContentEditable) {
        getSelection().selectAllChildren(element);
        getSelection().collapseToEnd();
      } else {
        try {
          element.setSelectionRange(element.value.length, element.value.length);
        } catch {
          // Fields of some types have no caret that could be set; the driver types at their end.
        }
      }
      """;

  static final String SCROLL_TO =
      "arguments[0].scrollIntoView({ block: 'center', inline: 'center', behavior: 'instant' });";

  static final String IS_TICKED =
      """
      const element = arguments[0];
      return 'checked' in element ? element.checked : element.getAttribute('aria-checked') === 'true';
      """;

  /**
   * Asynchronous: answers null as soon as a dialog opens, because the driver then ends it, else at
   * the limit.
   */
  static final String UNTIL_DIALOG =
      "const done = arguments[1]; setTimeout(() => done('none'), arguments[0]);";

  private PageScripts() {}

  private static String resource(String name) {
    try (InputStream in = PageScripts.class.getResourceAsStream(name)) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException missing) {
      throw new UncheckedIOException(missing);
    }
  }
}
