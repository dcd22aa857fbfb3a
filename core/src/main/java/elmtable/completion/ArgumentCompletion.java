package elmtable.completion;

import elmtable.binding.Binder;
import elmtable.binding.BoundArgument;
import elmtable.binding.VisibleNames;
import elmtable.completion.Completion.Offer;
import elmtable.completion.Completion.Result;
import elmtable.formula.Function;
import elmtable.formula.Kind;
import elmtable.language.Cell;
import elmtable.language.Line;
import elmtable.language.Step;
import elmtable.project.ProjectIndex;
import elmtable.project.entry.ElementEntry;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** Values for an argument by its parameter's kind, and names behind an open {@code <}. */
final class ArgumentCompletion {
  private static final Map<String, String> OPTIONS = optionNotes();

  private final EditedStep edited;
  private final ProjectIndex index;

  ArgumentCompletion(EditedStep edited) {
    this.edited = edited;
    this.index = edited.project().index();
  }

  Result of(int cell, String text) {
    int open = text.lastIndexOf('<');
    if (open >= 0 && text.indexOf('>', open) < 0) {
      return references(text.substring(0, open), text.substring(open + 1));
    }
    if (text.startsWith("?")) {
      return Result.NOTHING;
    }
    if (text.startsWith("!")) {
      return options(text);
    }
    Optional<BoundArgument> argument = boundArgument(cell);
    if (argument.isEmpty()) {
      return Result.NOTHING;
    }
    Kind kind = argument.get().parameter().kind();
    return switch (kind.type()) {
      case ELEMENT -> elements(text);
      case PAGE ->
          Result.beginningFirst(
              Offer.PAGE,
              text,
              index.pages().stream()
                  .map(page ->
                      Suggestion.value(
                          page.name(), page.name(), text, "", page.located().block().noteText())));
      case CHOICE ->
          Result.beginningFirst(
              Offer.CHOICE,
              text,
              kind.choices().stream()
                  .map(choice ->
                      Suggestion.value(
                          choice, choice, text, "choice", argument.get().parameter().note())));
      case YES_NO ->
          Result.beginningFirst(
              Offer.CHOICE,
              text,
              Stream.of("yes", "no").map(word -> Suggestion.value(word, word, text, "", "")));
      case TABLE, LIST ->
          Result.beginningFirst(
              Offer.DATA_SET,
              text,
              index.dataSets().stream()
                  .map(set ->
                      Suggestion.value(
                          set.name(), set.name(), text, "data", set.located().block().noteText())));
      default -> text.isEmpty() ? references("", "") : Result.NOTHING;
    };
  }

  /** The parameter that a cell gives, found with a stand-in where the cell is still empty. */
  private Optional<BoundArgument> boundArgument(int cell) {
    List<Cell> cells = new ArrayList<>(edited.row().cells());
    while (cells.size() <= cell) {
      cells.add(
          new Cell(
              "",
              new Range(
                  edited.row().range().line(),
                  edited.row().range().end(),
                  edited.row().range().end())));
    }
    if (cells.get(cell).isBlank()) {
      cells.set(cell, new Cell("x", cells.get(cell).range()));
    }
    Step typed = Step.of(new Line.Row(cells, true, edited.row().range()));
    return new Binder(index).bind(typed, edited.enclosing().context()).argumentAt(cell - 1);
  }

  private static Map<String, String> optionNotes() {
    Map<String, String> notes = new LinkedHashMap<>();
    notes.put("soft", "a failure is kept, and the case goes on");
    notes.put("within 30s", "waits so long, instead of the time in force");
    notes.put("tries 3", "tries the step again where it fails");
    notes.put("tries 3 every 1s", "tries the step again, with a pause between");
    notes.put("quiet", "its arguments are masked in reports");
    notes.put("off", "passed over, as if it were not there");
    return notes;
  }

  /** The option that is being typed, behind those that the cell has already. */
  private static Result options(String text) {
    int start = Math.max(text.lastIndexOf(','), 0) + 1;
    String typed = text.substring(start).strip();
    String before = text.substring(0, start) + " ";
    return Result.beginningFirst(
        Offer.CHOICE,
        typed,
        OPTIONS.entrySet().stream()
            .map(option ->
                Suggestion.value(
                    before + option.getKey(),
                    option.getKey(),
                    typed,
                    "option",
                    option.getValue())));
  }

  private Result elements(String text) {
    List<ElementEntry> near = edited.nearElements();
    Set<String> nearNames = new LinkedHashSet<>();
    List<Suggestion> all = new ArrayList<>();
    for (ElementEntry element : near) {
      if (nearNames.add(element.name())) {
        all.add(
            Suggestion.value(
                element.name(), element.name(), text, element.page(), located(element)));
      }
    }
    for (ElementEntry element : index.elements()) {
      if (!near.contains(element)) {
        String insert =
            edited.enclosing().context().pages().isEmpty() && isUnique(element)
                ? element.name()
                : element.fullName();
        all.add(Suggestion.value(insert, element.name(), text, element.page(), located(element)));
      }
    }
    return Result.beginningFirst(Offer.ELEMENT, text, all.stream());
  }

  private boolean isUnique(ElementEntry element) {
    return index.elements().stream().filter(other -> other.name().equals(element.name())).count()
        == 1;
  }

  private static String located(ElementEntry element) {
    String by = element.by().word() + " " + element.locator().source();
    return element.note().isEmpty() ? by : element.note() + " · " + by;
  }

  private Result references(String before, String typed) {
    VisibleNames names = edited.enclosing().names();
    for (Line.Row above : edited.rowsAbove()) {
      Step step = Step.of(above);
      names.leave(
          step, index.called(step).map(keyword -> keyword.signature().gives()).orElse(List.of()));
    }
    Stream<Suggestion> known =
        names.names().stream()
            .map(name ->
                Suggestion.value(
                    before + "<" + name.name() + ">",
                    name.name(),
                    typed,
                    name.origin().word(),
                    name.note()));
    return Result.beginningFirst(
        Offer.REFERENCE, typed, Stream.concat(known, functions(before, typed.strip())));
  }

  /** The functions that begin with what was typed, open for their arguments. */
  private static Stream<Suggestion> functions(String before, String typed) {
    return Arrays.stream(Function.values())
        .filter(function ->
            !typed.isEmpty() && function.written().startsWith(typed.toLowerCase(Locale.ROOT)))
        .map(function ->
            Suggestion.value(
                before + "<" + function.written() + (function.most() == 0 ? "()>" : "("),
                function.form(),
                typed,
                "function",
                function.note()));
  }
}
