package elmtable.keyword.builtin;

import elmtable.browser.Observation;
import elmtable.browser.Target;
import elmtable.browser.Wanted;
import elmtable.formula.FormulaException;
import elmtable.formula.Shortfall;
import elmtable.formula.Value;
import elmtable.formula.Values;
import elmtable.keyword.FormulaArgument;
import elmtable.keyword.Group;
import elmtable.keyword.Keyword;
import elmtable.keyword.Param;
import elmtable.keyword.StepContext;
import elmtable.keyword.StepFailedException;
import elmtable.text.Counted;
import java.math.BigDecimal;
import java.time.Duration;
import java.util.List;

/** Keywords that say how the page has to be; each waits until it is. */
@Group("Expecting")
public final class ExpectationKeywords {
  private static final Duration BETWEEN_LOOKS = Duration.ofMillis(100);

  @Keyword(
      name = "expect text",
      note = "The element shows exactly this text; runs of blanks count as one.")
  public void expectText(
      StepContext step,
      @Param(name = "element") Target element,
      @Param(name = "text") String text) {
    await(step, element, new Wanted.Text(text), text);
  }

  @Keyword(
      name = "expect text containing",
      note = "The element shows this text somewhere in its own; runs of blanks count as one.")
  public void expectTextContaining(
      StepContext step,
      @Param(name = "element") Target element,
      @Param(name = "text") String text) {
    await(step, element, new Wanted.TextPart(text), "… " + text + " …");
  }

  @Keyword(name = "expect no text", note = "The element is there and shows another text, or none.")
  public void expectNoText(
      StepContext step,
      @Param(name = "element") Target element,
      @Param(name = "text") String text) {
    await(step, element, new Wanted.NotText(text), "any text but " + text);
  }

  @Keyword(
      name = "expect text without",
      note =
          "The element is shown, and for 0.3 s nothing of its text is this; blanks count as one.")
  public void expectTextWithout(
      StepContext step,
      @Param(name = "element") Target element,
      @Param(name = "fragment") String fragment) {
    await(step, element, new Wanted.TextWithout(fragment), "a text without " + fragment);
  }

  @Keyword(
      name = "expect texts",
      note = "The elements that are found show exactly these texts, in their order.")
  public void expectTexts(
      StepContext step,
      @Param(name = "element") Target element,
      @Param(name = "list", note = "a formula's list, or a data set with one column")
          List<String> list) {
    await(step, element, new Wanted.Texts(list), String.join(", ", list));
  }

  @Keyword(
      name = "expect table",
      note =
          "A table has exactly these rows under the columns that are named; it may have more columns.")
  public void expectTable(
      StepContext step,
      @Param(name = "element") Target element,
      @Param(name = "table") Value table) {
    List<Value.Row> rows = TableRows.of(table);
    List<String> columns = List.copyOf(rows.get(0).cells().keySet());
    List<List<String>> cells =
        rows.stream().map(row -> row.cells().values().stream().map(Value::text).toList()).toList();
    await(step, element, new Wanted.Table(columns, cells), Counted.of(cells.size(), "row"));
  }

  @Keyword(name = "expect value", note = "The field holds exactly this value.")
  public void expectValue(
      StepContext step,
      @Param(name = "element") Target element,
      @Param(name = "text") String text) {
    await(step, element, new Wanted.Value(text), text);
  }

  @Keyword(name = "expect shown", note = "The element is on the page and can be seen.")
  public void expectShown(StepContext step, @Param(name = "element") Target element) {
    await(step, element, new Wanted.Shown(), "shown");
  }

  @Keyword(name = "expect hidden", note = "The element is on the page and cannot be seen.")
  public void expectHidden(StepContext step, @Param(name = "element") Target element) {
    await(step, element, new Wanted.Hidden(), "hidden");
  }

  @Keyword(
      name = "expect covered",
      note = "The element is shown, and something else lies over its middle.")
  public void expectCovered(StepContext step, @Param(name = "element") Target element) {
    await(step, element, new Wanted.Covered(), "covered");
  }

  @Keyword(name = "expect gone", note = "The element is not on the page, or cannot be seen.")
  public void expectGone(StepContext step, @Param(name = "element") Target element) {
    await(step, element, new Wanted.Gone(), "gone");
  }

  @Keyword(name = "expect enabled", note = "The element is there and can be used.")
  public void expectEnabled(StepContext step, @Param(name = "element") Target element) {
    await(step, element, new Wanted.Enabled(), "enabled");
  }

  @Keyword(name = "expect disabled", note = "The element is there and cannot be used.")
  public void expectDisabled(StepContext step, @Param(name = "element") Target element) {
    await(step, element, new Wanted.Disabled(), "disabled");
  }

  @Keyword(name = "expect ticked", note = "The box or radio button is ticked, or is not.")
  public void expectTicked(
      StepContext step,
      @Param(name = "element") Target element,
      @Param(name = "ticked", optional = true, fallback = "yes") boolean ticked) {
    await(step, element, new Wanted.Ticked(ticked), ticked ? "ticked" : "not ticked");
  }

  @Keyword(name = "expect attribute", note = "An attribute of the element has exactly this value.")
  public void expectAttribute(
      StepContext step,
      @Param(name = "element") Target element,
      @Param(name = "attribute") String attribute,
      @Param(name = "text") String text) {
    await(step, element, new Wanted.Attribute(attribute, text), text);
  }

  @Keyword(name = "expect count", note = "So many elements are found.")
  public void expectCount(
      StepContext step,
      @Param(name = "element") Target element,
      @Param(name = "number") BigDecimal number) {
    int count = WholeNumbers.whole(number, 0, 1_000_000, "A count");
    await(step, element, new Wanted.Count(count), String.valueOf(count));
  }

  @Keyword(
      name = "expect address",
      note = "The page's address is this one; a path counts from the base address.")
  public void expectAddress(StepContext step, @Param(name = "address") String address) {
    String whole = step.address(address);
    require(step, step.browser().pages().awaitAddress(whole, step.limit()), "The address", whole);
  }

  @Keyword(
      name = "expect address starting with",
      note = "The page's address begins so; a path counts from the base address.")
  public void expectAddressStartingWith(StepContext step, @Param(name = "text") String text) {
    String start = step.address(text);
    Observation seen = step.browser().pages().awaitAddressStart(start, step.limit());
    require(step, seen, "The address", start + "…");
  }

  @Keyword(name = "expect title", note = "The page's title is exactly this text.")
  public void expectTitle(StepContext step, @Param(name = "text") String text) {
    require(step, step.browser().pages().awaitTitle(text, step.limit()), "The title", text);
  }

  @Keyword(
      name = "expect that",
      note = "A formula is true; one whose value can change is asked again until it is.")
  public void expectThat(StepContext step, @Param(name = "formula") FormulaArgument formula) {
    long end = System.nanoTime() + step.limit().toNanos();
    while (!isTrue(formula)) {
      boolean waits = formula.mayChange() && System.nanoTime() < end;
      if (!waits) {
        Shortfall shortfall = formula.shortfall();
        throw new StepFailedException(
            "“" + shortfall.part() + "” is not so.",
            shortfall.wanted(),
            NearestText.in(shortfall.found(), shortfall.wanted()),
            formula.mayChange() ? step.limit() : null);
      }
      step.pause(BETWEEN_LOOKS);
    }
  }

  private static boolean isTrue(FormulaArgument formula) {
    Value value = formula.value();
    return Values.truth(value)
        .orElseThrow(() ->
            new FormulaException(
                "“"
                    + formula.written()
                    + "” gives “"
                    + value.text()
                    + "”, which is neither yes nor no."));
  }

  @Keyword(
      name = "expect no console errors",
      note = "The pages of this case have reported no error so far.")
  public void expectNoConsoleErrors(StepContext step) {
    List<String> errors = step.browser().scripts().consoleErrors();
    if (!errors.isEmpty()) {
      throw new StepFailedException(
          "The page reported " + (errors.size() == 1 ? "an error." : errors.size() + " errors."),
          "no errors",
          String.join("\n", errors),
          null);
    }
  }

  private static void await(StepContext step, Target element, Wanted wanted, String words) {
    require(
        step,
        step.browser().elements().await(element, wanted, step.limit()),
        element.name(),
        words);
  }

  static void require(StepContext step, Observation seen, String what, String wanted) {
    if (!seen.holds()) {
      String reason = seen.reason().isEmpty() ? what + " was not as wanted." : seen.reason();
      String part = seen.wanted() == null ? wanted : seen.wanted();
      throw new StepFailedException(reason, part, NearestText.in(seen.found(), part), step.limit());
    }
  }
}
