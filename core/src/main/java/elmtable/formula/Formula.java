package elmtable.formula;

import java.util.List;
import java.util.function.Consumer;

/** The tree of a formula. Offsets count UTF-16 units from the start of the text that was read. */
public sealed interface Formula {
  int start();

  int end();

  /** A number, text, yes, no or empty. */
  record Literal(Value value, int start, int end) implements Formula {}

  /** A name, or a path of names: {@code shelves}, {@code env/base address}, {@code item/column}. */
  record Reference(List<String> path, int start, int end) implements Formula {
    public Reference {
      path = List.copyOf(path);
    }

    public String written() {
      return String.join("/", path);
    }
  }

  /** {@code not a} or {@code -a}. */
  record Unary(Operator operator, Formula of, int start, int end) implements Formula {}

  /** Two operands. */
  record Binary(Operator operator, Formula left, Formula right) implements Formula {
    @Override
    public int start() {
      return left.start();
    }

    @Override
    public int end() {
      return right.end();
    }
  }

  /** {@code ('a', 'b')}. */
  record Listing(List<Formula> items, int start, int end) implements Formula {
    public Listing {
      items = List.copyOf(items);
    }
  }

  /** {@code name(arguments)}. */
  record Call(Function function, List<Formula> arguments, int start, int end) implements Formula {
    public Call {
      arguments = List.copyOf(arguments);
    }
  }

  /** What operators there are, as they are written. */
  enum Operator {
    OR("or"),
    AND("and"),
    NOT("not"),
    EQUAL("="),
    UNEQUAL("!="),
    LESS("<"),
    AT_MOST("<="),
    GREATER(">"),
    AT_LEAST(">="),
    CONTAINS("contains"),
    STARTS_WITH("starts with"),
    ENDS_WITH("ends with"),
    MATCHES("matches"),
    IN("in"),
    JOIN("&"),
    PLUS("+"),
    MINUS("-"),
    TIMES("*"),
    DIVIDE("/"),
    REMAINDER("%");

    private final String sign;

    Operator(String sign) {
      this.sign = sign;
    }

    public String sign() {
      return sign;
    }
  }

  /** Whether a word has a meaning of its own in formulas, so that no name can be just it. */
  static boolean isReserved(String word) {
    return FormulaScanner.isReserved(word);
  }

  /** Calls {@code visit} for this formula and everything in it, outside first. */
  default void walk(Consumer<Formula> visit) {
    visit.accept(this);
    switch (this) {
      case Literal ignored -> {}
      case Reference ignored -> {}
      case Unary unary -> unary.of().walk(visit);
      case Binary binary -> {
        binary.left().walk(visit);
        binary.right().walk(visit);
      }
      case Listing listing -> listing.items().forEach(item -> item.walk(visit));
      case Call call -> call.arguments().forEach(argument -> argument.walk(visit));
    }
  }

  /** The first part whose value differs from one evaluation to the next, or null. */
  default Call changing() {
    Call[] found = new Call[1];
    walk(part -> {
      if (found[0] == null && part instanceof Call call && call.function().changing()) {
        found[0] = call;
      }
    });
    return found[0];
  }
}
