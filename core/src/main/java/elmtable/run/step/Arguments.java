package elmtable.run.step;

import elmtable.binding.BindingContext;
import elmtable.binding.BoundArgument;
import elmtable.binding.ElementResolver;
import elmtable.browser.Target;
import elmtable.formula.Evaluator;
import elmtable.formula.FormulaException;
import elmtable.formula.Kind;
import elmtable.formula.Template;
import elmtable.formula.Value;
import elmtable.formula.Values;
import elmtable.keyword.FormulaArgument;
import elmtable.keyword.MethodKeyword;
import elmtable.keyword.PageArgument;
import elmtable.keyword.Parameter;
import elmtable.keyword.Signature;
import elmtable.language.Durations;
import elmtable.project.Project;
import elmtable.project.entry.PageEntry;
import elmtable.run.event.RunEvent.NamedValue;
import elmtable.text.Names;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Works out a step's arguments and makes of them what its keyword takes. */
final class Arguments {
  private final Project project;
  private final CaseValues scope;
  private final Evaluator evaluator;
  private final Secrets secrets;
  private final BindingContext context;
  private final CaseFiles files;
  private final List<NamedValue> shown = new ArrayList<>();

  Arguments(
      Project project,
      CaseValues scope,
      Evaluator evaluator,
      Secrets secrets,
      BindingContext context,
      CaseFiles files) {
    this.files = files;
    this.project = project;
    this.scope = scope;
    this.evaluator = evaluator;
    this.secrets = secrets;
    this.context = context;
  }

  /** The arguments as a report shows them. */
  List<NamedValue> shown() {
    return List.copyOf(shown);
  }

  static List<NamedValue> hidden(List<NamedValue> values) {
    return values.stream().map(value -> new NamedValue(value.name(), Secrets.MASK)).toList();
  }

  List<Value> values(List<BoundArgument> arguments) {
    return arguments.stream().map(argument -> value(argument, evaluator)).toList();
  }

  /** One object for each parameter of a method, in order. */
  List<Object> forMethod(MethodKeyword method, List<BoundArgument> arguments) {
    List<Parameter> takes = method.signature().takes();
    Object[] objects = new Object[takes.size()];
    for (int i = 0; i < objects.length; i++) {
      objects[i] = "";
    }
    for (BoundArgument argument : arguments) {
      objects[argument.index()] = object(method.javaType(argument.index()), argument);
    }
    return Arrays.asList(objects);
  }

  private Object object(Class<?> type, BoundArgument argument) {
    if (type == FormulaArgument.class) {
      shown.add(new NamedValue(argument.parameter().name(), argument.template().source()));
      return new FormulaArgument(
          argument.template().source(),
          argument.template().singleReference().orElseThrow(),
          evaluator);
    }
    boolean reference = type == Target.class || type == Path.class;
    if (reference && argument.cell().isEmpty() && argument.template().isBlank()) {
      return null;
    }
    Value value = value(argument, evaluator);
    if (type == Value.class) {
      return value;
    }
    if (type == List.class) {
      return ((Value.Many) value).items().stream().map(Value::text).toList();
    }
    if (type == Path.class) {
      return files.named(value.text());
    }
    if (type == Target.class) {
      return element(value.text());
    }
    if (type == PageArgument.class) {
      return page(value.text());
    }
    if (type == BigDecimal.class) {
      return Values.number(value).orElseThrow(() -> unfit(argument, value, "a number is needed"));
    }
    if (type == boolean.class) {
      return Values.truth(value).orElseThrow(() -> unfit(argument, value, "yes or no is needed"));
    }
    if (type == LocalDate.class) {
      return Values.date(value)
          .orElseThrow(() -> unfit(argument, value, "a date such as 2026-03-09 is needed"));
    }
    if (type == Duration.class) {
      return Durations.read(value.text())
          .orElseThrow(() -> unfit(argument, value, "a duration such as 500ms or 30s is needed"));
    }
    return value.text();
  }

  /**
   * The parameters of a composed keyword by name; a default may use the parameters before it, and
   * environment and run by their places.
   */
  Map<String, Value> forKeyword(Signature signature, List<BoundArgument> arguments) {
    Map<String, Value> values = new LinkedHashMap<>();
    Evaluator defaults =
        new Evaluator(
            path ->
                path.size() == 1
                    ? Optional.ofNullable(values.get(Names.key(path.get(0))))
                    : scope.ofKeyword().find(path),
            scope.context());
    for (BoundArgument argument : arguments) {
      Value value = value(argument, argument.cell().isPresent() ? evaluator : defaults);
      values.put(Names.key(argument.parameter().name()), value);
    }
    return values;
  }

  private Value value(BoundArgument argument, Evaluator by) {
    Template template = argument.template();
    Value value = by.value(template);
    Kind kind = argument.parameter().kind();
    if (kind.type() == Kind.Type.TABLE && value instanceof Value.Text name) {
      value = new LoopItems(project, by).tableNamed(name.text());
    }
    if (kind.type() == Kind.Type.LIST) {
      value = list(template, value, by);
    }
    return checked(argument, kind, value);
  }

  /** A list argument is a data set's name where it is written out, else one value or several. */
  private Value list(Template template, Value value, Evaluator by) {
    if (template.literal().isPresent()) {
      return new LoopItems(project, by).listNamed(value.text());
    }
    return value instanceof Value.Many ? value : new Value.Many(List.of(value));
  }

  private Value checked(BoundArgument argument, Kind kind, Value value) {
    boolean secret = kind.type() == Kind.Type.SECRET;
    if (secret) {
      secrets.secret(value);
    }
    kind.objection(value)
        .ifPresent(objection -> {
          throw unfit(argument, value, objection);
        });
    shown.add(
        new NamedValue(argument.parameter().name(), secret ? Secrets.MASK : secrets.shown(value)));
    return value;
  }

  private static FormulaException unfit(BoundArgument argument, Value value, String objection) {
    return new FormulaException(
        "“"
            + value.text()
            + "” does not fit "
            + argument.parameter().name()
            + ": "
            + objection
            + ".");
  }

  private Target element(String name) {
    return new ElementResolver(project.index(), scope.ofKeyword(), scope.context())
        .resolve(name, context.pages());
  }

  private PageArgument page(String name) {
    PageEntry page =
        project
            .index()
            .page(name)
            .orElseThrow(() -> new FormulaException("Page “" + name + "” not found."));
    String path = new Evaluator(scope.ofKeyword(), scope.context()).value(page.address()).text();
    return new PageArgument(page.name(), path);
  }
}
