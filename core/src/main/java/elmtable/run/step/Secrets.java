package elmtable.run.step;

import elmtable.formula.SecretWatch;
import elmtable.formula.Value;
import elmtable.run.event.Failure;
import java.util.Collections;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.NavigableSet;
import java.util.Set;
import java.util.concurrent.ConcurrentSkipListSet;

/**
 * Masks secret values wherever they turn up in what a run tells: as they are, in the forms that
 * they take in addresses, HTML, JSON and base64, and in what formulas make of them.
 */
public final class Secrets implements SecretWatch {
  static final String MASK = "•••";

  /** Masking a text of one or two letters would blacken half the report and hide nothing. */
  private static final int SHORTEST = 3;

  /**
   * What is made of a secret is searched for from this length on, and hidden as an argument else.
   */
  private static final int SHORTEST_MADE = 6;

  /** A page that logs each key tells a secret's beginnings. */
  private static final int SHORTEST_BEGINNING = 8;

  /** Longest first, so that no secret leaves the rest of a longer one. */
  private final NavigableSet<String> searched =
      new ConcurrentSkipListSet<>(
          Comparator.comparingInt(String::length).reversed().thenComparing(text -> text));

  private final Set<String> texts = new ConcurrentSkipListSet<>();

  /** What was made of secrets and is too common to be searched for. */
  private final Set<Value> hidden =
      Collections.synchronizedSet(Collections.newSetFromMap(new IdentityHashMap<>()));

  public void add(String value) {
    add(value, SHORTEST);
  }

  private void add(String value, int shortest) {
    if (value.length() >= shortest && texts.add(value)) {
      searched.addAll(SecretForms.of(value));
    }
  }

  @Override
  public void secret(Value value) {
    each(value).forEach(one -> add(one.text()));
  }

  @Override
  public boolean isSecret(Value value) {
    if (hidden.contains(value)) {
      return true;
    }
    return switch (value) {
      case Value.Many many -> many.items().stream().anyMatch(this::isSecret);
      case Value.Row row -> row.cells().values().stream().anyMatch(this::isSecret);
      case Value.Text text -> texts.stream().anyMatch(text.text()::contains);
      case Value.Num num -> texts.contains(num.text());
      case Value.Truth truth -> false;
      case Value.Day day -> texts.contains(day.text());
    };
  }

  @Override
  public void madeOfSecret(Value value) {
    for (Value one : each(value)) {
      if (one instanceof Value.Text text && text.text().length() >= SHORTEST_MADE) {
        add(text.text(), SHORTEST_MADE);
      } else if (!one.text().isEmpty()) {
        hidden.add(one);
      }
    }
  }

  private static List<Value> each(Value value) {
    return switch (value) {
      case Value.Many many -> many.items().stream().flatMap(one -> each(one).stream()).toList();
      case Value.Row row ->
          row.cells().values().stream().flatMap(one -> each(one).stream()).toList();
      default -> List.of(value);
    };
  }

  /** All of them as they are, for who paints them over. */
  public Set<String> texts() {
    return Collections.unmodifiableSet(texts);
  }

  /** How a person is shown a value. */
  public String shown(Value value) {
    return switch (value) {
      case Value.Many many when isSecret(value) ->
          String.join(", ", many.items().stream().map(this::shown).toList());
      case Value.Row row when isSecret(value) ->
          String.join(", ", row.cells().values().stream().map(this::shown).toList());
      default -> hidden.contains(value) ? MASK : mask(value.text());
    };
  }

  public String mask(String text) {
    if (text == null) {
      return null;
    }
    String masked = text;
    for (String value : searched) {
      masked = masked.replace(value, MASK);
    }
    return masked;
  }

  /** The same for what a page logs, which may tell a secret key by key. */
  String maskLogged(String text) {
    if (text == null) {
      return null;
    }
    String masked = mask(text);
    for (String value : texts) {
      for (int length = value.length() - 1; length >= SHORTEST_BEGINNING; length--) {
        masked = masked.replace(value.substring(0, length), MASK);
      }
    }
    return masked;
  }

  public Failure mask(Failure failure) {
    return failure == null
        ? null
        : new Failure(
            maskLogged(failure.message()),
            maskLogged(failure.wanted()),
            maskLogged(failure.found()),
            failure.waitedMillis());
  }
}
