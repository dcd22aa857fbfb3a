package elmtable.completion;

import elmtable.completion.Completion.Offer;
import elmtable.completion.Completion.Result;
import elmtable.formula.Kind;
import elmtable.keyword.Parameter;
import elmtable.keyword.Signature;
import elmtable.project.entry.ElementEntry;
import elmtable.project.entry.KeywordEntry;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/** Keywords by what was typed: by name, else by phrase, note or the name of an element. */
final class KeywordCompletion {
  private final EditedStep step;

  KeywordCompletion(EditedStep step) {
    this.step = step;
  }

  private record Ranked(int rank, Suggestion suggestion) {}

  Result of(String text) {
    String typed = text.strip().toLowerCase(Locale.ROOT);
    List<Ranked> ranked = new ArrayList<>();
    for (KeywordEntry entry : step.project().index().keywords()) {
      Found found = find(entry.signature(), typed);
      if (found.rank() > 0) {
        int own = entry instanceof KeywordEntry.Composed ? 1 : 0;
        ranked.add(
            new Ranked(found.rank() * 2 + own, suggestion(entry.signature(), typed, found.why())));
      }
    }
    ranked.sort((a, b) -> b.rank() - a.rank());
    return new Result(
        Offer.KEYWORD, ranked.stream().limit(Completion.MOST).map(Ranked::suggestion).toList());
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
    return step.nearElements().stream()
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
        Suggestion.matched(signature.name(), typed),
        why,
        shown,
        signature.note(),
        parameters);
  }
}
