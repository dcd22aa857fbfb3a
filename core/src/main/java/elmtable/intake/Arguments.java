package elmtable.intake;

import elmtable.intake.Recognition.Named;
import elmtable.intake.Recognition.Seen;
import elmtable.intake.Words.Role;
import elmtable.intake.Words.Word;
import elmtable.keyword.Parameter;
import elmtable.keyword.Signature;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/** What a sentence gives for the parameters of a keyword. */
final class Arguments {
  /** A parameter of this name takes names of keys, and no other words. */
  private static final String KEYS = "keys";

  private static final Pattern KEY =
      Pattern.compile(
          "(Enter|Tab|Escape|Space|Backspace|Delete|Insert|Home|End|Page(Up|Down)|Arrow(Up|Down|Left|Right)|F\\d+|Control|Ctrl|Shift|Alt|Meta|\\p{Lu})");

  private final Seen seen;
  private final Set<String> saying;
  private final Set<Integer> used = new HashSet<>();
  private final List<String> cells = new ArrayList<>();
  private final List<String> missing = new ArrayList<>();
  private int required;

  private Arguments(Seen seen, Set<String> saying) {
    this.seen = seen;
    this.saying = saying;
  }

  static Arguments of(Signature keyword, Seen seen, Set<String> saying) {
    Arguments arguments = new Arguments(seen, saying);
    keyword.takes().forEach(arguments::take);
    return arguments;
  }

  boolean uses(int place) {
    return used.contains(place);
  }

  /** How much of what is required the sentence gives, from 0 to 1. */
  double filledPart() {
    return required == 0 ? 1 : 1 - (double) missing.size() / required;
  }

  List<String> cells() {
    return cells;
  }

  List<String> missing() {
    return missing;
  }

  private void take(Parameter parameter) {
    Optional<String> value = value(parameter);
    cells.add(value.orElse(""));
    if (!parameter.optional()) {
      required++;
      if (value.isEmpty()) {
        missing.add(parameter.name());
      }
    }
  }

  private Optional<String> value(Parameter parameter) {
    return switch (parameter.kind().type()) {
      case ELEMENT -> named(seen.elements());
      case PAGE -> named(seen.pages());
      case NUMBER -> word(word -> word.role() == Role.NUMBER);
      case FILE -> word(word -> word.role() == Role.FILE);
      case CHOICE ->
          word(word ->
              parameter.kind().choices().stream().anyMatch(c -> c.equalsIgnoreCase(word.text())));
      // Formulas, tables and lists are written by people who know them.
      case FORMULA, TABLE, LIST, YES_NO -> Optional.empty();
      default ->
          parameter.name().equals(KEYS)
              ? quoted().or(() -> word(word -> KEY.matcher(word.text()).matches()))
              : parameter.optional() ? quoted() : text();
    };
  }

  private Optional<String> named(List<Named> all) {
    for (Named one : all) {
      boolean free = true;
      for (int i = one.from(); i < one.to(); i++) {
        free &= !used.contains(i);
      }
      if (free) {
        for (int i = one.from(); i < one.to(); i++) {
          used.add(i);
        }
        return Optional.of(one.written());
      }
    }
    return Optional.empty();
  }

  private interface Wanted {
    boolean is(Word word);
  }

  private Optional<String> word(Wanted wanted) {
    for (int i = 0; i < seen.words().size(); i++) {
      if (!used.contains(i) && wanted.is(seen.words().get(i))) {
        used.add(i);
        return Optional.of(seen.words().get(i).text());
      }
    }
    return Optional.empty();
  }

  private Optional<String> quoted() {
    return word(word -> word.role() == Role.QUOTED);
  }

  /** What stands in quotes; else a path, names with capitals, a number, or what is left. */
  private Optional<String> text() {
    return quoted()
        .or(() -> word(word -> word.role() == Role.PATH || word.role() == Role.FILE))
        .or(this::money)
        .or(this::capitals)
        .or(() -> word(word -> word.role() == Role.NUMBER));
  }

  /** A currency and a number are one text. */
  private Optional<String> money() {
    for (int i = 0; i + 1 < seen.words().size(); i++) {
      boolean sign = seen.words().get(i).text().matches("[€$]");
      if (sign && seen.words().get(i + 1).role() == Role.NUMBER && !used.contains(i + 1)) {
        used.add(i);
        used.add(i + 1);
        return Optional.of(seen.words().get(i).text() + " " + seen.words().get(i + 1).text());
      }
    }
    return Optional.empty();
  }

  /** Words with capitals one after another, but for the first word of the sentence. */
  private Optional<String> capitals() {
    for (int from = 1; from < seen.words().size(); from++) {
      int to = from;
      while (to < seen.words().size() && isFreeName(to)) {
        used.add(to++);
      }
      if (to > from) {
        List<Word> name = seen.words().subList(from, to);
        return Optional.of(String.join(" ", name.stream().map(Word::text).toList()));
      }
    }
    return Optional.empty();
  }

  private boolean isFreeName(int place) {
    Word word = seen.words().get(place);
    return word.isCapital()
        && word.role() == Role.PLAIN
        && !used.contains(place)
        && !saying.contains(word.stem());
  }
}
