package elmtable.formula;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** What a parameter, result or value is; {@code choices} is empty but for a choice. */
public record Kind(Type type, List<String> choices) {
  public static final Kind TEXT = new Kind(Type.TEXT, List.of());

  public Kind {
    choices = List.copyOf(choices);
  }

  /** The kinds there are. */
  public enum Type {
    TEXT,
    NUMBER,
    YES_NO,
    DATE,
    CHOICE,
    ELEMENT,
    PAGE,
    TABLE,
    LIST,
    FILE,
    SECRET,
    FORMULA;

    public String word() {
      return this == YES_NO ? "yes/no" : name().toLowerCase(Locale.ROOT);
    }
  }

  public static Kind of(Type type) {
    return new Kind(type, List.of());
  }

  /** Reads a kind as written: a word, or {@code choice A, B, C}. An empty text is the kind text. */
  public static Optional<Kind> read(String written) {
    String word = written.strip();
    if (word.isEmpty()) {
      return Optional.of(TEXT);
    }
    String lower = word.toLowerCase(Locale.ROOT);
    if (lower.startsWith("choice ")) {
      List<String> choices =
          Arrays.stream(word.substring(7).split(","))
              .map(String::strip)
              .filter(choice -> !choice.isEmpty())
              .toList();
      return choices.isEmpty() ? Optional.empty() : Optional.of(new Kind(Type.CHOICE, choices));
    }
    return Arrays.stream(Type.values())
        .filter(type -> type != Type.CHOICE && type.word().equals(lower))
        .findFirst()
        .map(Kind::of);
  }

  public static List<String> words() {
    return Arrays.stream(Type.values()).map(Type::word).toList();
  }

  /** As written in a table. */
  public String written() {
    return type == Type.CHOICE ? "choice " + String.join(", ", choices) : type.word();
  }

  /** For people: {@code one of Bisque, Glaze, Raku}. */
  public String described() {
    return type == Type.CHOICE ? "one of " + String.join(", ", choices) : type.word();
  }

  /** Why a value is none of this kind, as the end of a sentence, or nothing where it is. */
  public Optional<String> objection(Value value) {
    return switch (type) {
      case NUMBER -> unless(Values.number(value).isPresent(), "a number is needed");
      case YES_NO ->
          unless(!value.text().isEmpty() && Values.truth(value).isPresent(), "yes or no is needed");
      case DATE -> unless(Values.date(value).isPresent(), "a date such as 2026-03-09 is needed");
      case CHOICE ->
          unless(
              choices.stream().anyMatch(choice -> choice.equalsIgnoreCase(value.text())),
              "one of " + String.join(", ", choices) + " is needed");
      default -> Optional.empty();
    };
  }

  private static Optional<String> unless(boolean fits, String objection) {
    return fits ? Optional.empty() : Optional.of(objection);
  }
}
