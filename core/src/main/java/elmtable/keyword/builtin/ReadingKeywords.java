package elmtable.keyword.builtin;

import elmtable.browser.Target;
import elmtable.formula.Value;
import elmtable.keyword.Group;
import elmtable.keyword.Keyword;
import elmtable.keyword.Param;
import elmtable.keyword.StepContext;
import elmtable.keyword.StepFailedException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Keywords that give what is on the page. */
@Group("Reading")
public final class ReadingKeywords {
  @Keyword(
      name = "read text",
      note = "Gives the text that the element shows, runs of blanks as one.",
      gives = "text: text")
  public Value readText(StepContext step, @Param(name = "element") Target element) {
    return Value.of(step.browser().elements().text(element, step.limit()));
  }

  @Keyword(
      name = "read texts",
      note = "Gives the shown texts of all elements that are found, in their order.",
      gives = "texts: list")
  public Value readTexts(StepContext step, @Param(name = "element") Target element) {
    return new Value.Many(
        step.browser().elements().texts(element, step.limit()).stream().map(Value::of).toList());
  }

  @Keyword(
      name = "read cookie",
      note = "Gives the value of a cookie of the page's site.",
      gives = "value: text")
  public Value readCookie(StepContext step, @Param(name = "name") String name) {
    return step.browser()
        .storage()
        .cookie(name)
        .map(Value::of)
        .orElseThrow(() -> new StepFailedException("This page has no cookie “" + name + "”."));
  }

  @Keyword(
      name = "read storage",
      note = "Gives what the page's site keeps under a name in the browser.",
      gives = "value: text")
  public Value readStorage(
      StepContext step,
      @Param(name = "name") String name,
      @Param(
              name = "session",
              optional = true,
              fallback = "no",
              note = "only of this window's session")
          boolean session) {
    return step.browser()
        .storage()
        .entry(name, session)
        .map(Value::of)
        .orElseThrow(
            () -> new StepFailedException("This page keeps nothing under “" + name + "”."));
  }

  @Keyword(name = "read value", note = "Gives what a field holds.", gives = "value: text")
  public Value readValue(StepContext step, @Param(name = "element") Target element) {
    return Value.of(step.browser().elements().value(element, step.limit()));
  }

  @Keyword(
      name = "read attribute",
      note = "Gives an attribute of an element; the empty text where it has none of that name.",
      gives = "value: text")
  public Value readAttribute(
      StepContext step,
      @Param(name = "element") Target element,
      @Param(name = "attribute") String attribute) {
    return Value.of(step.browser().elements().attribute(element, attribute, step.limit()));
  }

  @Keyword(
      name = "read count",
      note = "Gives how many elements there are at this moment.",
      gives = "count: number")
  public Value readCount(StepContext step, @Param(name = "element") Target element) {
    return Value.of(step.browser().elements().count(element));
  }

  @Keyword(name = "read address", note = "Gives the page's address.", gives = "address: text")
  public Value readAddress(StepContext step) {
    return Value.of(step.browser().pages().address());
  }

  @Keyword(
      name = "read table",
      note =
          "Gives the rows of a table as a list, each with its cells by the names in the first row.",
      gives = "rows: table")
  public Value readTable(StepContext step, @Param(name = "element") Target element) {
    List<List<String>> cells = step.browser().elements().table(element, step.limit());
    if (cells.isEmpty()) {
      throw new StepFailedException("“" + element.name() + "” has no row of column names.");
    }
    List<String> columns = columns(cells.get(0));
    List<Value> rows = new ArrayList<>();
    for (List<String> row : cells.subList(1, cells.size())) {
      Map<String, Value> values = new LinkedHashMap<>();
      for (int i = 0; i < columns.size(); i++) {
        values.put(columns.get(i), Value.of(i < row.size() ? row.get(i) : ""));
      }
      rows.add(new Value.Row(values));
    }
    return new Value.Many(rows);
  }

  /** A column without a name, or with one that was there, is called by its number. */
  private static List<String> columns(List<String> head) {
    List<String> columns = new ArrayList<>();
    for (String name : head) {
      boolean usable = !name.isEmpty() && !columns.contains(name);
      columns.add(usable ? name : "column " + (columns.size() + 1));
    }
    return columns;
  }
}
