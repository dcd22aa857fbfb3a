package elmtable.binding;

import elmtable.formula.Kind;
import elmtable.formula.Template;
import elmtable.keyword.KeywordRegistry;
import elmtable.keyword.Parameter;
import elmtable.keyword.PhraseMatch;
import elmtable.keyword.Signature;
import elmtable.language.Cell;
import elmtable.language.Mark;
import elmtable.language.Step;
import elmtable.project.ProjectIndex;
import elmtable.project.entry.KeywordEntry;
import elmtable.text.Diagnostic;
import elmtable.text.Fix;
import elmtable.text.Names;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Finds the keyword that a step calls and lays its cells out on the keyword's parameters. */
public final class Binder {
  private final ProjectIndex index;

  public Binder(ProjectIndex index) {
    this.index = index;
  }

  public BoundStep bind(Step step, BindingContext context) {
    List<Diagnostic> problems = new ArrayList<>(step.problems());
    Optional<KeywordEntry> named = index.keyword(step.first().name());
    List<PhraseMatch> phrases =
        named.isPresent() || step.first().isBlank()
            ? List.of()
            : index.phrased(step.first().source());
    if (phrases.size() > 1) {
      problems.add(ambiguous(step, phrases));
    }
    Optional<KeywordEntry> keyword =
        phrases.size() == 1 ? index.keyword(phrases.get(0).keyword().name()) : named;
    if (keyword.isEmpty()) {
      return new BoundStep(step, keyword, List.of(), problems);
    }
    Signature signature = keyword.get().signature();
    boolean give = Names.same(signature.name(), KeywordRegistry.GIVE);
    List<Parameter> takes = give ? outputsAsParameters(step, context, problems) : signature.takes();
    BoundArgument[] bound = new BoundArgument[takes.size()];
    phrases.forEach(phrase -> byPhrase(step, phrase, takes, bound));
    List<Cell> positional = byName(step, takes, bound, problems);
    byPosition(step, signature.name(), positional, takes, bound, problems);
    List<BoundArgument> arguments = new ArrayList<>();
    for (int i = 0; i < bound.length; i++) {
      if (bound[i] != null) {
        arguments.add(bound[i]);
      } else if (takes.get(i).optional()) {
        arguments.add(
            new BoundArgument(
                takes.get(i), i, takes.get(i).fallbackTemplate(), Optional.empty(), 0));
      } else {
        problems.add(missing(step, signature, takes.get(i)));
      }
    }
    kept(step, signature, problems);
    return new BoundStep(step, keyword, arguments, problems);
  }

  private static Diagnostic ambiguous(Step step, List<PhraseMatch> phrases) {
    return new Diagnostic(
        Problem.AMBIGUOUS_PHRASE,
        step.first().range(),
        "This sentence fits several phrases equally well: "
            + String.join(
                ", ",
                phrases.stream()
                    .map(match -> "“" + match.phrase() + "” of " + match.keyword().name())
                    .toList())
            + ". Reword it, or change one of the phrases.",
        phrases.stream()
            .filter(match -> !step.sentence() || match.placeholders().isEmpty())
            .map(match ->
                Fix.replace(
                    "Call " + match.keyword().name() + " by its name",
                    step.first().range(),
                    call(step, match)))
            .toArray(Fix[]::new));
  }

  /** A call by name with what the phrase binds, as cells. */
  private static String call(Step step, PhraseMatch match) {
    StringBuilder call = new StringBuilder(match.keyword().name());
    for (PhraseMatch.Placeholder place : match.placeholders()) {
      String value = step.first().source().substring(place.start(), place.end());
      call.append(" | ").append(place.parameter()).append('=').append(value);
    }
    return call.toString();
  }

  private static void byPhrase(
      Step step, PhraseMatch phrase, List<Parameter> takes, BoundArgument[] bound) {
    for (PhraseMatch.Placeholder place : phrase.placeholders()) {
      int index = indexOf(takes, place.parameter());
      if (index >= 0 && bound[index] == null) {
        String source = step.first().source().substring(place.start(), place.end());
        bound[index] =
            new BoundArgument(
                takes.get(index),
                index,
                template(step, takes.get(index), source),
                Optional.of(step.first()),
                place.start());
      }
    }
  }

  private static List<Parameter> outputsAsParameters(
      Step step, BindingContext context, List<Diagnostic> problems) {
    if (context.enclosing().isEmpty()) {
      problems.add(
          new Diagnostic(
              Problem.MARK_WITHOUT_SENSE,
              step.first().range(),
              "“give” hands out the results of a keyword, and this is not a keyword's step."));
      return List.of();
    }
    return context.enclosing().get().gives().stream()
        .map(output -> new Parameter(output.name(), output.kind(), "", false, output.note()))
        .toList();
  }

  /**
   * Binds cells of the form {@code name=value} and gives back the others, blank ones in between
   * included.
   */
  private static List<Cell> byName(
      Step step, List<Parameter> takes, BoundArgument[] bound, List<Diagnostic> problems) {
    if (step.sentence()) {
      return step.arguments();
    }
    List<Cell> positional = new ArrayList<>();
    for (Cell cell : step.arguments()) {
      int equals = equalsSign(cell.source());
      int named = equals < 0 ? -1 : indexOf(takes, cell.source().substring(0, equals));
      if (named < 0) {
        positional.add(cell);
      } else if (bound[named] != null) {
        problems.add(doubled(cell, takes.get(named)));
      } else {
        String rest = cell.source().substring(equals + 1);
        int offset = cell.source().length() - rest.stripLeading().length();
        bound[named] = argument(step, takes, named, cell, offset);
      }
    }
    return positional;
  }

  /** The first equals sign that has no backslash before it and is not part of another sign. */
  private static int equalsSign(String source) {
    int at = source.indexOf('=');
    return at > 0 && source.charAt(at - 1) != '\\' ? at : -1;
  }

  private static int indexOf(List<Parameter> takes, String name) {
    String key = Names.key(name.strip());
    for (int i = 0; i < takes.size(); i++) {
      if (Names.key(takes.get(i).name()).equals(key)) {
        return i;
      }
    }
    return -1;
  }

  private static void byPosition(
      Step step,
      String keyword,
      List<Cell> cells,
      List<Parameter> takes,
      BoundArgument[] bound,
      List<Diagnostic> problems) {
    boolean[] named = new boolean[takes.size()];
    for (int i = 0; i < bound.length; i++) {
      named[i] = bound[i] != null;
    }
    int parameter = 0;
    for (int position = 0; position < cells.size(); position++) {
      Cell cell = cells.get(position);
      while (parameter < named.length && named[parameter]) {
        parameter++;
      }
      if (parameter == takes.size()) {
        if (!cell.isBlank()) {
          problems.add(noParameter(keyword, cell, position, takes, named));
        }
      } else {
        if (step.sentence() || !cell.isBlank()) {
          bound[parameter] = argument(step, takes, parameter, cell, 0);
        }
        parameter++;
      }
    }
    if (!step.table().isEmpty()) {
      table(step, keyword, takes, bound, problems);
    }
  }

  /** A cell that would have a place if no other cell were given by name. */
  private static Diagnostic noParameter(
      String keyword, Cell cell, int position, List<Parameter> takes, boolean[] named) {
    for (int i = position; i < named.length; i++) {
      if (named[i]) {
        return doubled(cell, takes.get(i));
      }
    }
    return tooMany(keyword, cell, takes);
  }

  /** The table beneath a sentence fills the first parameter that nothing else filled. */
  private static void table(
      Step step,
      String keyword,
      List<Parameter> takes,
      BoundArgument[] bound,
      List<Diagnostic> problems) {
    Cell corner = step.table().get(0).get(0);
    int free = 0;
    while (free < bound.length && bound[free] != null) {
      free++;
    }
    if (free == bound.length) {
      problems.add(tooMany(keyword, corner, takes));
    } else if (takes.get(free).kind().type() != Kind.Type.TABLE) {
      problems.add(
          new Diagnostic(
              Problem.WRONG_KIND,
              corner.range(),
              "A table stands here, and "
                  + takes.get(free).name()
                  + " of “"
                  + keyword
                  + "” is "
                  + takes.get(free).kind().described()
                  + "."));
    } else {
      List<List<String>> rows =
          step.table().stream().map(row -> row.stream().map(Cell::source).toList()).toList();
      bound[free] =
          new BoundArgument(takes.get(free), free, Template.grid(rows), Optional.of(corner), 0);
    }
  }

  private static BoundArgument argument(
      Step step, List<Parameter> takes, int index, Cell cell, int offset) {
    Parameter parameter = takes.get(index);
    Template template = template(step, parameter, cell.source().substring(offset));
    return new BoundArgument(parameter, index, template, Optional.of(cell), offset);
  }

  private static Template template(Step step, Parameter parameter, String source) {
    if (parameter.kind().type() == Kind.Type.FORMULA) {
      return Template.ofFormula(source);
    }
    return step.sentence() ? Template.lenient(source) : Template.of(source);
  }

  private static Diagnostic missing(Step step, Signature signature, Parameter parameter) {
    return new Diagnostic(
        Problem.TOO_FEW_ARGUMENTS,
        step.first().range(),
        "“"
            + signature.name()
            + "” needs "
            + parameter.name()
            + " ("
            + parameter.kind().described()
            + ").");
  }

  private static Diagnostic tooMany(String keyword, Cell cell, List<Parameter> takes) {
    String takesWhat =
        takes.isEmpty()
            ? "takes nothing"
            : "takes only " + String.join(", ", takes.stream().map(Parameter::name).toList());
    Range range = cell.range();
    return new Diagnostic(
        Problem.TOO_MANY_ARGUMENTS,
        range,
        "“" + keyword + "” " + takesWhat + ".",
        Fix.replace("Empty the cell", range, ""));
  }

  private static Diagnostic doubled(Cell cell, Parameter parameter) {
    return new Diagnostic(
        Problem.DOUBLED_ARGUMENT,
        cell.range(),
        "“" + parameter.name() + "” is given a second time.",
        Fix.replace("Empty the cell", cell.range(), ""));
  }

  private static void kept(Step step, Signature signature, List<Diagnostic> problems) {
    Mark.Keep keep = step.mark(Mark.Keep.class);
    if (keep != null && keep.names().size() > signature.gives().size()) {
      String gives =
          signature.gives().isEmpty()
              ? "gives nothing to keep"
              : "gives only "
                  + String.join(", ", signature.gives().stream().map(o -> o.name()).toList());
      problems.add(
          new Diagnostic(
              Problem.NO_RESULT, keep.cell().range(), "“" + signature.name() + "” " + gives + "."));
    }
  }
}
