package elmtable.formula;

import elmtable.formula.Formula.Operator;
import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.time.DateTimeException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;

/**
 * Works out formulas and templates. Numbers are decimals of 34 digits, rounded half even (IEEE 754
 * decimal128).
 *
 * <p>Throws {@link FormulaException} where a formula has no value: an unknown reference, a text
 * where a number is needed.
 */
public final class Evaluator {
  private static final MathContext DECIMAL = MathContext.DECIMAL128;

  private final ValueLookup scope;
  private final Functions functions;
  private final SecretWatch secrets;

  /** How many secrets were looked up. */
  private int secretsMet;

  public Evaluator(ValueLookup scope, EvaluationContext context) {
    this.scope = scope;
    this.secrets = context.secrets();
    this.functions = new Functions(context);
  }

  /**
   * The value of a cell: the reference's own value where the cell is one reference, else the joined
   * text.
   */
  public Value value(Template template) {
    if (template.parts().size() == 1) {
      return value(template, template.parts().get(0));
    }
    StringBuilder text = new StringBuilder();
    for (Template.Part part : template.parts()) {
      text.append(value(template, part).text());
    }
    return Value.of(text.toString());
  }

  private Value value(Template template, Template.Part part) {
    return switch (part) {
      case Template.Plain plain -> Value.of(plain.text());
      case Template.Expression place ->
          place.lenient() && !knows(place.formula())
              ? Value.of(template.source().substring(place.start(), place.end()))
              : value(place.formula());
      case Template.Grid grid ->
          new Value.Many(grid.rows().stream().map(row -> row(grid.columns(), row)).toList());
    };
  }

  private Value row(List<String> columns, List<Template> cells) {
    Map<String, Value> row = new LinkedHashMap<>();
    for (int i = 0; i < columns.size(); i++) {
      row.put(columns.get(i), value(cells.get(i)));
    }
    return new Value.Row(row);
  }

  /** Whether every name in a formula has a value here. */
  public boolean knows(Formula formula) {
    boolean[] known = {true};
    formula.walk(each -> {
      if (each instanceof Formula.Reference reference) {
        known[0] &= scope.find(reference.path()).isPresent();
      }
    });
    return known[0];
  }

  public Value value(Formula formula) {
    try {
      return worked(formula);
    } catch (ArithmeticException | DateTimeException beyond) {
      throw new FormulaException("A formula has no value: " + beyond.getMessage() + ".");
    }
  }

  private Value worked(Formula formula) {
    return switch (formula) {
      case Formula.Literal literal -> literal.value();
      case Formula.Reference reference -> lookedUp(reference);
      case Formula.Unary unary -> watched(unary, () -> unary(unary));
      case Formula.Binary binary -> watched(binary, () -> binary(binary));
      case Formula.Listing listing ->
          new Value.Many(listing.items().stream().map(this::value).toList());
      case Formula.Call call -> watched(call, () -> call(call));
    };
  }

  private Value lookedUp(Formula.Reference reference) {
    Value value =
        scope
            .find(reference.path())
            .or(() -> truthNamed(reference))
            .orElseThrow(() -> new FormulaException(unknown(reference)));
    if (secrets.isSecret(value)) {
      secretsMet++;
    }
    return value;
  }

  /** Tells what is made of secrets; a joined text and a chosen branch hold them as they are. */
  private Value watched(Formula formula, Supplier<Value> work) {
    int before = secretsMet;
    Value value = work.get();
    boolean holdsAsItIs =
        formula instanceof Formula.Call call && call.function() == Function.IF
            || formula instanceof Formula.Binary binary && binary.operator() == Operator.JOIN;
    if (secretsMet > before && !holdsAsItIs) {
      secrets.madeOfSecret(value);
    }
    return value;
  }

  /** True and false are read as yes and no where nothing has that name. */
  private static Optional<Value> truthNamed(Formula.Reference reference) {
    String written = reference.written();
    return written.equalsIgnoreCase("true") || written.equalsIgnoreCase("false")
        ? Optional.of(Value.of(written.equalsIgnoreCase("true")))
        : Optional.empty();
  }

  /** A column that a row does not have is told with those that it has. */
  private String unknown(Formula.Reference reference) {
    List<String> path = reference.path();
    Value whole = path.size() == 2 ? scope.find(path.subList(0, 1)).orElse(null) : null;
    return whole instanceof Value.Row row
        ? "“"
            + path.get(0)
            + "” has no column “"
            + path.get(1)
            + "”; there are "
            + String.join(", ", row.cells().keySet())
            + "."
        : "“" + reference.written() + "” is not known here.";
  }

  /**
   * Why a formula's value is no.
   *
   * @param source the text that it was read from
   */
  public Shortfall shortfall(Formula formula, String source) {
    return Shortfall.of(formula, source, this);
  }

  public boolean truth(Formula formula) {
    Value value = value(formula);
    return Values.truth(value)
        .orElseThrow(() -> new FormulaException("“" + value.text() + "” is neither yes nor no."));
  }

  private Value call(Formula.Call call) {
    if (call.function() == Function.IF) {
      // Only the branch that is taken is worked out, so that the other may depend on the condition.
      return value(call.arguments().get(truth(call.arguments().get(0)) ? 1 : 2));
    }
    return functions.apply(call.function(), call.arguments().stream().map(this::value).toList());
  }

  private Value unary(Formula.Unary unary) {
    if (unary.operator() == Operator.NOT) {
      return Value.of(!truth(unary.of()));
    }
    return new Value.Num(number(value(unary.of())).negate());
  }

  private Value binary(Formula.Binary binary) {
    Formula left = binary.left();
    Formula right = binary.right();
    return switch (binary.operator()) {
      case OR -> Value.of(truth(left) || truth(right));
      case AND -> Value.of(truth(left) && truth(right));
      case EQUAL -> Value.of(Values.equal(value(left), value(right)));
      case UNEQUAL -> Value.of(!Values.equal(value(left), value(right)));
      case LESS -> Value.of(Values.compare(value(left), value(right)) < 0);
      case AT_MOST -> Value.of(Values.compare(value(left), value(right)) <= 0);
      case GREATER -> Value.of(Values.compare(value(left), value(right)) > 0);
      case AT_LEAST -> Value.of(Values.compare(value(left), value(right)) >= 0);
      case CONTAINS -> Value.of(contains(value(left), value(right)));
      case STARTS_WITH -> Value.of(value(left).text().startsWith(value(right).text()));
      case ENDS_WITH -> Value.of(value(left).text().endsWith(value(right).text()));
      case MATCHES -> Value.of(matches(value(left).text(), value(right).text()));
      case IN -> Value.of(contains(value(right), value(left)));
      case JOIN -> Value.of(value(left).text() + value(right).text());
      case PLUS -> plus(value(left), value(right));
      case MINUS -> minus(value(left), value(right));
      case TIMES -> Numbers.of(number(value(left)).multiply(number(value(right)), DECIMAL));
      case DIVIDE -> Numbers.of(divide(number(value(left)), number(value(right))));
      case REMAINDER -> new Value.Num(remainder(number(value(left)), number(value(right))));
      case NOT -> throw new IllegalStateException("not takes one operand");
    };
  }

  /** Numbers are added; days are added to a date. */
  private static Value plus(Value left, Value right) {
    if (left instanceof Value.Day day) {
      return Days.after(day.date(), number(right));
    }
    return Numbers.of(number(left).add(number(right), DECIMAL));
  }

  /** Two dates give the days between them. */
  private static Value minus(Value left, Value right) {
    if (left instanceof Value.Day day) {
      return Values.date(right)
          .map(other -> Value.of(day.date().toEpochDay() - other.toEpochDay()))
          .orElseGet(() -> Days.after(day.date(), number(right).negate()));
    }
    return Numbers.of(number(left).subtract(number(right), DECIMAL));
  }

  private static boolean contains(Value whole, Value part) {
    if (whole instanceof Value.Many many) {
      return many.items().stream().anyMatch(item -> Values.equal(item, part));
    }
    return whole.text().contains(part.text());
  }

  private static boolean matches(String text, String pattern) {
    return TextParts.compiled(pattern).matches(text);
  }

  private static BigDecimal divide(BigDecimal a, BigDecimal b) {
    if (b.signum() == 0) {
      throw new FormulaException(a.toPlainString() + " cannot be divided by 0.");
    }
    return a.divide(b, DECIMAL);
  }

  private static BigDecimal remainder(BigDecimal a, BigDecimal b) {
    if (b.signum() == 0) {
      throw new FormulaException(a.toPlainString() + " cannot be divided by 0.");
    }
    return a.remainder(b);
  }

  static BigDecimal number(Value value) {
    return Values.number(value)
        .orElseThrow(() -> new FormulaException("“" + value.text() + "” is not a number."));
  }

  static List<Value> list(Value value) {
    return value instanceof Value.Many many ? many.items() : List.of(value);
  }

  static BigDecimal rounded(BigDecimal number, int places) {
    return number.setScale(places, RoundingMode.HALF_UP);
  }
}
