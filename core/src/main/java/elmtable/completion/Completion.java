package elmtable.completion;

import elmtable.binding.Binder;
import elmtable.binding.BindingContext;
import elmtable.binding.BoundArgument;
import elmtable.binding.VisibleNames;
import elmtable.formula.Kind;
import elmtable.keyword.Output;
import elmtable.keyword.Parameter;
import elmtable.keyword.Signature;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Cell;
import elmtable.language.Document.Placed;
import elmtable.language.Line;
import elmtable.language.SectionBody;
import elmtable.language.Step;
import elmtable.project.CaseEntry;
import elmtable.project.ElementEntry;
import elmtable.project.KeywordEntry;
import elmtable.project.Project;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** What could be meant by what is being typed into a cell of a step, best first. */
public final class Completion {
  private static final int MOST = 40;

  private final Project project;
  private final String path;
  private final Placed placed;
  private final Line.Row row;

  private Completion(Project project, String path, Placed placed, Line.Row row) {
    this.project = project;
    this.path = path;
    this.placed = placed;
    this.row = row;
  }

  /** What is offered: keywords, or values for an argument. */
  public enum Offer {
    KEYWORD,
    ELEMENT,
    PAGE,
    CHOICE,
    REFERENCE,
    NOTHING
  }

  /**
   * One offer.
   *
   * @param insert what the cell then holds
   * @param matched offsets of the letters of {@code label} that were typed
   * @param why its group, or what it was found by
   * @param signature the parameters' names, for a keyword
   */
  public record Suggestion(
      String insert,
      String label,
      List<Integer> matched,
      String why,
      String signature,
      String note,
      List<String> parameters) {}

  public record Result(Offer offer, List<Suggestion> suggestions) {
    static final Result NOTHING = new Result(Offer.NOTHING, List.of());
  }

  /**
   * @param line that of a step's row, counted from zero
   * @param cell the cell that is being edited, 0 for the keyword's
   * @param text what it holds by now
   */
  public static Result at(Project project, String path, int line, int cell, String text) {
    Optional<Placed> placed =
        project.document(path).flatMap(document -> document.document().blockAt(line));
    Optional<Line.Row> row = placed.flatMap(block -> stepRow(block, line));
    if (row.isEmpty()) {
      return Result.NOTHING;
    }
    Completion completion = new Completion(project, path, placed.get(), row.get());
    return cell == 0 ? completion.keywords(text) : completion.argument(cell, text);
  }

  private static Optional<Line.Row> stepRow(Placed placed, int line) {
    return placed.block().sections().stream()
        .filter(body -> body.section().holdsSteps())
        .flatMap(body -> body.rows().stream())
        .filter(row -> placed.firstLine() + row.range().line() == line)
        .findFirst();
  }

  private record Ranked(int rank, Suggestion suggestion) {}

  private Result keywords(String text) {
    String typed = text.strip().toLowerCase(Locale.ROOT);
    List<Ranked> ranked = new ArrayList<>();
    for (KeywordEntry entry : project.index().keywords()) {
      Found found = find(entry.signature(), typed);
      if (found.rank() > 0) {
        int own = entry instanceof KeywordEntry.Composed ? 1 : 0;
        ranked.add(
            new Ranked(found.rank() * 2 + own, suggestion(entry.signature(), typed, found.why())));
      }
    }
    ranked.sort((a, b) -> b.rank() - a.rank());
    return new Result(Offer.KEYWORD, ranked.stream().limit(MOST).map(Ranked::suggestion).toList());
  }

  /** How well a keyword answers to what was typed; 0 for not at all. */
  private record Found(int rank, String why) {}

  private Found find(Signature signature, String typed) {
    String name = signature.name().toLowerCase(Locale.ROOT);
    String group = signature.group().toLowerCase(Locale.ROOT);
    if (typed.isEmpty()) {
      return new Found(1, group);
    } else if (name.startsWith(typed)) {
      return new Found(name.length() == typed.length() ? 7 : 6, group);
    } else if (name.contains(" " + typed)) {
      return new Found(5, group);
    } else if (allWordsIn(typed, name)) {
      return new Found(4, group);
    } else if (signature.phrases().stream()
        .anyMatch(phrase -> phrase.toLowerCase(Locale.ROOT).contains(typed))) {
      return new Found(3, "by its phrase");
    } else if (typed.length() > 2 && allWordsIn(typed, signature.note().toLowerCase(Locale.ROOT))) {
      return new Found(2, "by its note");
    }
    Optional<String> element = elementNamed(typed, signature);
    return element.map(found -> new Found(1, "by an element, " + found)).orElse(new Found(0, ""));
  }

  private Optional<String> elementNamed(String typed, Signature signature) {
    boolean takesElement =
        signature.takes().stream().anyMatch(p -> p.kind().type() == Kind.Type.ELEMENT);
    if (!takesElement || typed.length() < 3) {
      return Optional.empty();
    }
    return nearElements().stream()
        .map(ElementEntry::name)
        .filter(name -> name.toLowerCase(Locale.ROOT).startsWith(typed))
        .findFirst();
  }

  private static boolean allWordsIn(String typed, String text) {
    return Stream.of(typed.split(" +"))
        .allMatch(word -> text.startsWith(word) || text.contains(" " + word));
  }

  private static Suggestion suggestion(Signature signature, String typed, String why) {
    List<String> parameters = signature.takes().stream().map(Parameter::name).toList();
    String shown =
        String.join(
            ", ",
            signature.takes().stream()
                .map(p -> p.optional() ? p.name() + " …" : p.name())
                .toList());
    return new Suggestion(
        signature.name(),
        signature.name(),
        matched(signature.name(), typed),
        why,
        shown,
        signature.note(),
        parameters);
  }

  private static List<Integer> matched(String label, String typed) {
    int at =
        typed.isEmpty()
            ? -1
            : label.toLowerCase(Locale.ROOT).indexOf(typed.toLowerCase(Locale.ROOT));
    return at < 0 ? List.of() : Stream.iterate(at, i -> i + 1).limit(typed.length()).toList();
  }

  private Result argument(int cell, String text) {
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
          plain(
              Offer.PAGE,
              text,
              project.index().pages().stream()
                  .map(page -> option(page.name(), "", text, page.placed().block().noteText())));
      case CHOICE ->
          plain(
              Offer.CHOICE,
              text,
              kind.choices().stream()
                  .map(
                      choice -> option(choice, "choice", text, argument.get().parameter().note())));
      case YES_NO ->
          plain(Offer.CHOICE, text, Stream.of("yes", "no").map(word -> option(word, "", text, "")));
      default -> text.isEmpty() ? references("", "") : Result.NOTHING;
    };
  }

  /** The parameter that a cell gives, found with a stand-in where the cell is still empty. */
  private Optional<BoundArgument> boundArgument(int cell) {
    List<Cell> cells = new ArrayList<>(row.cells());
    while (cells.size() <= cell) {
      cells.add(new Cell("", new Range(row.range().line(), row.range().end(), row.range().end())));
    }
    if (cells.get(cell).isBlank()) {
      cells.set(cell, new Cell("x", cells.get(cell).range()));
    }
    Step step = Step.of(new Line.Row(cells, true, row.range()));
    return new Binder(project.index()).bind(step, context()).argumentAt(cell - 1);
  }

  private BindingContext context() {
    return caseEntry()
        .map(BindingContext::of)
        .or(() -> keyword().map(BindingContext::of))
        .orElseGet(() -> new BindingContext(placed.block().list("pages"), Optional.empty()));
  }

  private Optional<CaseEntry> caseEntry() {
    return project.index().suites().stream()
        .filter(suite -> suite.path().equals(path))
        .flatMap(suite -> suite.cases().stream())
        .filter(entry -> entry.placed() == placed)
        .findFirst();
  }

  private Optional<KeywordEntry.Composed> keyword() {
    return placed.block().kind() == BlockKind.KEYWORD
        ? project
            .index()
            .keyword(placed.block().name())
            .filter(KeywordEntry.Composed.class::isInstance)
            .map(KeywordEntry.Composed.class::cast)
        : Optional.empty();
  }

  /** The pages in force, and before them the one that the steps above opened last. */
  private List<String> nearPages() {
    Set<String> pages = new LinkedHashSet<>();
    Block block = placed.block();
    String opened = "";
    for (SectionBody body : block.sections()) {
      for (Line.Row each : body.rows()) {
        boolean opens =
            body.section().holdsSteps()
                && each.width() > 1
                && each.cells().get(0).name().equals("open");
        if (opens && each.range().line() < row.range().line()) {
          opened = each.cells().get(1).name();
        }
      }
    }
    if (!opened.isEmpty()) {
      pages.add(opened);
    }
    pages.addAll(context().pages());
    return new ArrayList<>(pages);
  }

  private List<ElementEntry> nearElements() {
    return nearPages().stream()
        .flatMap(page -> project.index().page(page).stream())
        .flatMap(page -> page.elements().stream())
        .toList();
  }

  private Result elements(String text) {
    List<ElementEntry> near = nearElements();
    Set<String> nearNames = new LinkedHashSet<>();
    List<Suggestion> all = new ArrayList<>();
    for (ElementEntry element : near) {
      if (nearNames.add(element.name())) {
        all.add(option(element.name(), element.page(), text, located(element)));
      }
    }
    for (ElementEntry element : project.index().elements()) {
      if (!near.contains(element)) {
        String insert =
            context().pages().isEmpty() && isUnique(element) ? element.name() : element.fullName();
        all.add(
            new Suggestion(
                insert,
                element.name(),
                matched(element.name(), text),
                element.page(),
                "",
                located(element),
                List.of()));
      }
    }
    return plain(Offer.ELEMENT, text, all.stream());
  }

  private boolean isUnique(ElementEntry element) {
    return project.index().elements().stream()
            .filter(other -> other.name().equals(element.name()))
            .count()
        == 1;
  }

  private static String located(ElementEntry element) {
    String by = element.by().word() + " " + element.locator().source();
    return element.note().isEmpty() ? by : element.note() + " · " + by;
  }

  private Result references(String before, String typed) {
    VisibleNames visible =
        caseEntry()
            .map(entry -> VisibleNames.of(entry, project))
            .or(() -> keyword().map(keyword -> VisibleNames.of(keyword, project.index())))
            .orElseGet(() -> VisibleNames.of(placed.block(), project.index()));
    for (SectionBody body : placed.block().sections()) {
      for (Line.Row each : body.rows()) {
        if (body.section().holdsSteps()
            && each.width() > 0
            && each.range().line() < row.range().line()) {
          Step step = Step.of(each);
          List<Output> gives =
              project
                  .index()
                  .keyword(step.first().name())
                  .map(k -> k.signature().gives())
                  .orElse(List.of());
          visible.leave(step, gives);
        }
      }
    }
    Stream<Suggestion> names =
        visible.names().stream()
            .map(known ->
                new Suggestion(
                    before + "<" + known.name() + ">",
                    known.name(),
                    matched(known.name(), typed),
                    known.origin().word(),
                    "",
                    known.note(),
                    List.of()));
    return plain(Offer.REFERENCE, typed, names);
  }

  private static Suggestion option(String name, String why, String typed, String note) {
    return new Suggestion(name, name, matched(name, typed), why, "", note, List.of());
  }

  /** Those that begin with what was typed, then those that hold it. */
  private static Result plain(Offer offer, String typed, Stream<Suggestion> all) {
    String wanted = typed.strip().toLowerCase(Locale.ROOT);
    List<Suggestion> fitting =
        all.filter(s -> s.label().toLowerCase(Locale.ROOT).contains(wanted)).toList();
    List<Suggestion> sorted = new ArrayList<>(fitting);
    sorted.sort((a, b) -> Boolean.compare(!begins(a, wanted), !begins(b, wanted)));
    return new Result(offer, sorted.stream().limit(MOST).toList());
  }

  private static boolean begins(Suggestion suggestion, String wanted) {
    return suggestion.label().toLowerCase(Locale.ROOT).startsWith(wanted);
  }
}
