package elmtable.conversion;

import elmtable.binding.BoundArgument;
import elmtable.binding.BoundStep;
import elmtable.formula.Kind;
import elmtable.keyword.PhraseIndex;
import elmtable.keyword.Signature;
import elmtable.language.Cell;
import elmtable.text.Names;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** Says a step as a sentence, by a phrase of its keyword. */
final class SentenceWriter {
  /** A sentence, and the text that stands beneath it. */
  record Said(String sentence, Optional<String> docString) {}

  private SentenceWriter() {}

  /** Nothing where no sentence says the same. */
  static Optional<Said> step(BoundStep bound) {
    if (bound.keyword().isEmpty() || !bound.step().marks().isEmpty()) {
      return Optional.empty();
    }
    Signature keyword = bound.keyword().get().signature();
    List<BoundArgument> given =
        bound.arguments().stream().filter(argument -> argument.cell().isPresent()).toList();
    if (given.stream().anyMatch(argument -> argument.cell().get() == bound.step().first())) {
      return beneath(bound.step().first().source(), notIn(given, bound.step().first()));
    }
    if (given.isEmpty()) {
      return Optional.of(new Said(bound.step().first().source(), Optional.empty()));
    }
    for (String phrase : keyword.phrases()) {
      Optional<Said> said = byPhrase(phrase, given);
      if (said.isPresent()) {
        return said;
      }
    }
    return Optional.empty();
  }

  /** Why no sentence says the same, as the end of a sentence. */
  static String reason(BoundStep bound) {
    if (bound.keyword().isEmpty()) {
      return "which calls no keyword";
    }
    if (!bound.step().marks().isEmpty()) {
      return "which has a mark";
    }
    return bound.keyword().get().signature().phrases().isEmpty()
        ? "whose keyword has no phrase"
        : "whose arguments no phrase of its keyword has placeholders for";
  }

  private static List<BoundArgument> notIn(List<BoundArgument> given, Cell sentence) {
    return given.stream().filter(argument -> argument.cell().get() != sentence).toList();
  }

  private static Optional<Said> byPhrase(String phrase, List<BoundArgument> given) {
    Set<String> placeholders =
        PhraseIndex.placeholders(phrase).stream().map(Names::key).collect(Collectors.toSet());
    List<BoundArgument> beneath = new ArrayList<>();
    String sentence = phrase.replace("[", "").replace("]", "");
    for (BoundArgument argument : given) {
      String name = argument.parameter().name();
      if (placeholders.remove(Names.key(name))) {
        sentence = filled(sentence, name, argument);
      } else {
        beneath.add(argument);
      }
    }
    return placeholders.isEmpty() ? beneath(sentence, beneath) : Optional.empty();
  }

  private static Optional<Said> beneath(String sentence, List<BoundArgument> rest) {
    if (rest.isEmpty()) {
      return Optional.of(new Said(sentence, Optional.empty()));
    }
    BoundArgument only = rest.get(0);
    boolean text = only.parameter().kind().type() != Kind.Type.FORMULA;
    return rest.size() == 1 && text
        ? Optional.of(new Said(sentence, Optional.of(plain(only))))
        : Optional.empty();
  }

  private static String filled(String sentence, String parameter, BoundArgument argument) {
    String value = plain(argument);
    boolean bare =
        argument.parameter().kind().type() != Kind.Type.TEXT
            || argument.template().singleReference().isPresent()
            || !value.isEmpty() && value.chars().noneMatch(Character::isWhitespace);
    String written = bare ? value : "\"" + value + "\"";
    int open = sentence.indexOf('<');
    while (open >= 0) {
      int close = sentence.indexOf('>', open);
      if (close < 0) {
        break;
      }
      if (Names.same(sentence.substring(open + 1, close), parameter)) {
        return sentence.substring(0, open) + written + sentence.substring(close + 1);
      }
      open = sentence.indexOf('<', close);
    }
    return sentence;
  }

  private static String plain(BoundArgument argument) {
    return argument.template().literal().orElse(argument.template().source());
  }
}
