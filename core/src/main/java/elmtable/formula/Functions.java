package elmtable.formula;

import com.fasterxml.jackson.core.JsonLocation;
import com.fasterxml.jackson.core.JsonPointer;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import elmtable.text.Counted;
import elmtable.text.Digest;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.text.DecimalFormat;
import java.text.DecimalFormatSymbols;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Base64;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;

/** What each function does with its values. */
final class Functions {
  private static final int LONGEST = 1_000_000;

  /** Made when first used, as few formulas read JSON and it takes a good part of a start. */
  private static final class Json {
    private static final ObjectMapper READER =
        new ObjectMapper().enable(DeserializationFeature.USE_BIG_DECIMAL_FOR_FLOATS);
  }

  private final EvaluationContext context;

  Functions(EvaluationContext context) {
    this.context = context;
  }

  Value apply(Function function, List<Value> values) {
    Value first = values.isEmpty() ? Value.EMPTY : values.get(0);
    return switch (function) {
      case TODAY ->
          Days.after(
              LocalDate.now(context.clock()),
              values.isEmpty() ? BigDecimal.ZERO : Evaluator.number(first));
      case NOW -> Value.of(now());
      case DATE -> date(first.text(), values.get(1).text());
      case FORMAT -> format(first, values.get(1).text());
      case UNIQUE -> Value.of(first.text() + UniqueTexts.next(context.clock()));
      case RANDOM -> random(whole(first), whole(values.get(1)));
      case PICK -> pick(Evaluator.list(first));
      case UPPER -> Value.of(first.text().toUpperCase(Locale.ROOT));
      case LOWER -> Value.of(first.text().toLowerCase(Locale.ROOT));
      case TRIM -> Value.of(first.text().strip());
      case LENGTH -> Value.of(first.text().codePointCount(0, first.text().length()));
      case REPEAT -> repeat(first.text(), whole(values.get(1)));
      case REPLACE -> Value.of(first.text().replace(values.get(1).text(), values.get(2).text()));
      case SPLIT -> split(first.text(), values.get(1).text());
      case JOIN ->
          Value.of(
              String.join(
                  values.get(1).text(), Evaluator.list(first).stream().map(Value::text).toList()));
      case NUMBER -> new Value.Num(Evaluator.number(Value.of(first.text().strip())));
      case ROUND -> new Value.Num(Evaluator.rounded(Evaluator.number(first), places(values)));
      case MIN ->
          spread(values)
              .min(Values::compare)
              .orElseThrow(() -> new FormulaException("min of an empty list."));
      case MAX ->
          spread(values)
              .max(Values::compare)
              .orElseThrow(() -> new FormulaException("max of an empty list."));
      case SUM ->
          Numbers.of(
              spread(values).map(Evaluator::number).reduce(BigDecimal.ZERO, BigDecimal::add));
      case COUNT -> Value.of(first.equals(Value.EMPTY) ? 0 : Evaluator.list(first).size());
      case SAME -> Value.of(first.text().equals(values.get(1).text()));
      case JSON -> json(first.text(), values.get(1).text());
      case ITEM -> item(Evaluator.list(first), whole(values.get(1)));
      case PART -> Value.of(TextParts.part(first.text(), values.get(1).text(), group(values)));
      case BEFORE -> Value.of(TextParts.before(first.text(), values.get(1).text()));
      case AFTER -> Value.of(TextParts.after(first.text(), values.get(1).text()));
      case BASE64 -> Value.of(Base64.getEncoder().encodeToString(bytes(first)));
      case HASH -> Value.of(Digest.of(bytes(first)));
      case LOOKUP -> lookup(first.text(), values.get(1).text(), values.get(2).text());
      case RECORD -> context.records().find(first.text(), values.get(1).text());
      case IF -> throw new IllegalStateException("if is worked out by the evaluator");
    };
  }

  private static Stream<Value> spread(List<Value> values) {
    return values.stream().flatMap(value -> Evaluator.list(value).stream());
  }

  private static long whole(Value value) {
    try {
      return Evaluator.number(value).longValueExact();
    } catch (ArithmeticException notWhole) {
      throw new FormulaException("“" + value.text() + "” is not a whole number.");
    }
  }

  private static int places(List<Value> values) {
    long places = values.size() > 1 ? whole(values.get(1)) : 0;
    if (places < 0 || places > 34) {
      throw new FormulaException("A number is rounded to 0 to 34 places, not " + places + ".");
    }
    return (int) places;
  }

  private String now() {
    return ZonedDateTime.now(context.clock())
        .truncatedTo(ChronoUnit.MILLIS)
        .format(DateTimeFormatter.ISO_LOCAL_DATE_TIME);
  }

  private static Value date(String text, String pattern) {
    try {
      return new Value.Day(
          LocalDate.parse(text, DateTimeFormatter.ofPattern(pattern, Locale.ENGLISH)));
    } catch (DateTimeException | IllegalArgumentException broken) {
      throw new FormulaException("“" + text + "” is not a date written as " + pattern + ".");
    }
  }

  private static Value format(Value value, String pattern) {
    try {
      return Values.date(value)
          .map(day -> Value.of(day.format(DateTimeFormatter.ofPattern(pattern, Locale.ENGLISH))))
          .orElseGet(() -> {
            DecimalFormat format =
                new DecimalFormat(pattern, DecimalFormatSymbols.getInstance(Locale.ROOT));
            format.setRoundingMode(java.math.RoundingMode.HALF_UP);
            return Value.of(format.format(Evaluator.number(value)));
          });
    } catch (DateTimeException | IllegalArgumentException broken) {
      throw new FormulaException("“" + value.text() + "” cannot be written as " + pattern + ".");
    }
  }

  private static byte[] bytes(Value value) {
    return value.text().getBytes(StandardCharsets.UTF_8);
  }

  private static int group(List<Value> values) {
    long group = values.size() > 2 ? whole(values.get(2)) : 0;
    if (group < 0 || group > 99) {
      throw new FormulaException("The groups of a pattern are counted from 1, not " + group + ".");
    }
    return (int) group;
  }

  private static Value item(List<Value> items, long wanted) {
    long index = wanted < 0 ? items.size() + wanted : wanted - 1;
    if (wanted == 0 || index < 0 || index >= items.size()) {
      throw new FormulaException(
          "The list has "
              + Counted.of(items.size(), "item")
              + ", so there is no item "
              + wanted
              + "; the first is 1 and the last -1.");
    }
    return items.get((int) index);
  }

  private Value lookup(String set, String key, String column) {
    Value.Row row = context.records().find(set, key);
    return row.cell(column)
        .orElseThrow(() ->
            new FormulaException(
                "“"
                    + set
                    + "” has no column “"
                    + column
                    + "”; there are "
                    + String.join(", ", row.cells().keySet())
                    + "."));
  }

  private Value random(long low, long high) {
    if (low > high) {
      throw new FormulaException(
          "random needs the lower number first: " + low + " is above " + high + ".");
    }
    if (high < Long.MAX_VALUE) {
      return Value.of(context.random().nextLong(low, high + 1));
    }
    return Value.of(
        low > Long.MIN_VALUE
            ? context.random().nextLong(low - 1, high) + 1
            : context.random().nextLong());
  }

  private Value pick(List<Value> items) {
    if (items.isEmpty()) {
      throw new FormulaException("pick of an empty list.");
    }
    return items.get(context.random().nextInt(items.size()));
  }

  private static Value repeat(String text, long times) {
    if (times < 0 || times > LONGEST || times * Math.max(1, text.length()) > LONGEST) {
      throw new FormulaException("A text is repeated 0 times or more, up to a million characters.");
    }
    return Value.of(text.repeat((int) times));
  }

  private static Value split(String text, String by) {
    if (by.isEmpty()) {
      return new Value.Many(
          text.codePoints().mapToObj(Character::toString).map(Value::of).toList());
    }
    List<Value> parts = new ArrayList<>();
    int from = 0;
    for (int at = text.indexOf(by); at >= 0; at = text.indexOf(by, from)) {
      parts.add(Value.of(text.substring(from, at)));
      from = at + by.length();
    }
    parts.add(Value.of(text.substring(from)));
    return new Value.Many(parts);
  }

  private static Value json(String text, String pointer) {
    JsonPointer at = pointer(pointer);
    try {
      JsonNode node = Json.READER.readTree(text).at(at);
      if (node.isMissingNode()) {
        throw new FormulaException("The JSON text has nothing at " + pointer + ".");
      }
      return fromJson(node);
    } catch (JsonProcessingException broken) {
      throw new FormulaException("The text is not JSON" + place(broken) + ".");
    }
  }

  private static String place(JsonProcessingException broken) {
    JsonLocation at = broken.getLocation();
    return at == null
        ? ""
        : " from line " + at.getLineNr() + ", column " + at.getColumnNr() + " on";
  }

  private static JsonPointer pointer(String written) {
    try {
      return JsonPointer.compile(written);
    } catch (IllegalArgumentException broken) {
      throw new FormulaException(
          "“" + written + "” is not a JSON Pointer; one begins with a slash.");
    }
  }

  private static Value fromJson(JsonNode node) {
    if (node.isBoolean()) {
      return Value.of(node.booleanValue());
    }
    if (node.isNumber()) {
      return Numbers.of(node.decimalValue());
    }
    if (node.isArray()) {
      List<Value> items = new ArrayList<>();
      node.forEach(item -> items.add(fromJson(item)));
      return new Value.Many(items);
    }
    if (node.isObject()) {
      Map<String, Value> cells = new LinkedHashMap<>();
      node.properties().stream()
          .sorted(Comparator.comparing(Map.Entry::getKey))
          .forEach(entry -> cells.put(entry.getKey(), fromJson(entry.getValue())));
      return new Value.Row(cells);
    }
    return Value.of(node.isNull() ? "" : node.asText());
  }
}
