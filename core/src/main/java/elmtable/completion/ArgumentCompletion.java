package elmtable.completion;

import elmtable.binding.Binder;
import elmtable.binding.BoundArgument;
import elmtable.binding.VisibleNames;
import elmtable.completion.Completion.Offer;
import elmtable.completion.Completion.Result;
import elmtable.formula.Kind;
import elmtable.language.Cell;
import elmtable.language.Line;
import elmtable.language.Step;
import elmtable.project.ElementEntry;
import elmtable.project.ProjectIndex;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** Values for an argument by its parameter's kind, and names behind an open {@code <}. */
final class ArgumentCompletion {
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
    Optional<BoundArgument> argument = boundArgument(cell);
    if (argument.isEmpty()) {
      return Result.NOTHING;
    }
    Kind kind = argument.get().parameter().kind();
    return switch (kind.type()) {
      case ELEMENT -> elements(text);
      case PAGE ->
          beginningFirst(
              Offer.PAGE,
              text,
              index.pages().stream()
                  .map(page ->
                      Suggestion.value(
                          page.name(), page.name(), text, "", page.located().block().noteText())));
      case CHOICE ->
          beginningFirst(
              Offer.CHOICE,
              text,
              kind.choices().stream()
                  .map(choice ->
                      Suggestion.value(
                          choice, choice, text, "choice", argument.get().parameter().note())));
      case YES_NO ->
          beginningFirst(
              Offer.CHOICE,
              text,
              Stream.of("yes", "no").map(word -> Suggestion.value(word, word, text, "", "")));
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
    return beginningFirst(Offer.ELEMENT, text, all.stream());
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
    return beginningFirst(
        Offer.REFERENCE,
        typed,
        names.names().stream()
            .map(name ->
                Suggestion.value(
                    before + "<" + name.name() + ">",
                    name.name(),
                    typed,
                    name.origin().word(),
                    name.note())));
  }

  /** Those that begin with what was typed, then those that hold it. */
  private static Result beginningFirst(Offer offer, String typed, Stream<Suggestion> all) {
    String wanted = typed.strip().toLowerCase(Locale.ROOT);
    List<Suggestion> fitting =
        all.filter(s -> s.label().toLowerCase(Locale.ROOT).contains(wanted)).toList();
    List<Suggestion> sorted = new ArrayList<>(fitting);
    sorted.sort((a, b) -> Boolean.compare(!begins(a, wanted), !begins(b, wanted)));
    return new Result(offer, sorted.stream().limit(Completion.MOST).toList());
  }

  private static boolean begins(Suggestion suggestion, String wanted) {
    return suggestion.label().toLowerCase(Locale.ROOT).startsWith(wanted);
  }
}
