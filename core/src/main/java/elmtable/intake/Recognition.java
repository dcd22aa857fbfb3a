package elmtable.intake;

import elmtable.browser.Locator;
import elmtable.intake.Words.Word;
import elmtable.project.Project;
import elmtable.project.entry.ElementEntry;
import elmtable.project.entry.PageEntry;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Recognises the elements and pages of a project in a sentence. */
final class Recognition {
  /** Words that say only what kind of thing an element is. */
  private static final List<String> KINDS =
      List.of(
          "button", "field", "list", "box", "link", "row", "tabl", "pag", "form", "dialog",
          "column", "menu", "area", "text");

  private static final Set<Locator.By> READ =
      EnumSet.of(Locator.By.LABEL, Locator.By.BUTTON, Locator.By.LINK, Locator.By.TEXT);

  /**
   * A name by the stems of its words, and where these are directed.
   *
   * @param of its page
   * @param tail small words behind the only stem, without which it would be another word: to name
   *     it is not a name
   */
  private record Name(
      String of,
      String written,
      List<String> stems,
      List<String> tail,
      Map<String, String> directions,
      boolean page,
      boolean place) {}

  private final Map<String, List<Name>> byFirst = new HashMap<>();

  /**
   * What is named in a sentence.
   *
   * @param from the place of its first word, {@code to} that behind its last one
   */
  record Named(String written, boolean page, int from, int to) {}

  /** A sentence as words, with what is named in it. */
  record Seen(List<Word> words, Map<String, String> directions, List<Named> named) {
    /** Whether a word belongs to a name, or only says what kind of thing is named. */
    boolean isNamed(int place) {
      boolean kind = !named.isEmpty() && KINDS.contains(words.get(place).stem());
      return kind || named.stream().anyMatch(one -> place >= one.from() && place < one.to());
    }

    List<Named> elements() {
      return named.stream().filter(one -> !one.page()).toList();
    }

    List<Named> pages() {
      return named.stream().filter(Named::page).toList();
    }
  }

  Recognition(Project project) {
    for (PageEntry page : project.index().pages()) {
      add(page.name(), page.name(), page.name(), true);
    }
    for (ElementEntry element : project.index().elements()) {
      String written =
          SentenceMatcher.isUnambiguous(project, element.name().replaceAll("<[^>]*>", "x"))
              ? element.name()
              : element.fullName();
      add(element.page(), element.name(), written, false);
      // What a person reads on it is a name, too.
      if (READ.contains(element.by()) && !element.locator().hasReferences()) {
        add(element.page(), element.locator().source(), written, false);
      }
    }
  }

  private void add(String of, String name, String written, boolean page) {
    boolean place = name.indexOf('<') >= 0;
    String plain = name.replaceAll("<[^>]*>", " ");
    List<String> stems = Words.stems(plain);
    List<Word> words = Words.of(plain);
    if (!stems.isEmpty()) {
      byFirst
          .computeIfAbsent(stems.get(0), s -> new ArrayList<>())
          .add(
              new Name(
                  of,
                  written,
                  stems,
                  stems.size() == 1 && !place ? tail(words) : List.of(),
                  Directions.of(words),
                  page,
                  place));
    }
  }

  private static List<String> tail(List<Word> words) {
    return words.stream()
        .dropWhile(Word::stop)
        .skip(1)
        .map(word -> word.text().toLowerCase(Locale.ROOT))
        .toList();
  }

  /** The page that a sentence names last. */
  Optional<String> pageIn(String sentence) {
    List<Named> pages = of(sentence, Optional.empty()).pages();
    return pages.isEmpty() ? Optional.empty() : Optional.of(pages.getLast().written());
  }

  /**
   * @param near the page that one is on; of elements that are named alike, its own is meant
   */
  Seen of(String sentence, Optional<String> near) {
    Text text = Text.of(sentence, near);
    List<Named> named = new ArrayList<>();
    for (int from = 0; from < text.words().size(); from++) {
      List<Named> here = longest(text, from);
      named.addAll(here);
      if (!here.isEmpty()) {
        from = here.get(0).to() - 1;
      }
    }
    return new Seen(text.words(), text.directions(), named);
  }

  private record Text(List<Word> words, Map<String, String> directions, Optional<String> near) {
    static Text of(String sentence, Optional<String> near) {
      List<Word> words = Words.of(sentence);
      return new Text(words, Directions.of(words), near);
    }

    boolean isFarFrom(Name name) {
      return near.filter(name.of()::equals).isEmpty();
    }
  }

  /**
   * The longest names that begin at a word: a page and an element of one name are both meant until
   * a keyword takes one.
   */
  private List<Named> longest(Text text, int from) {
    Word first = text.words().get(from);
    if (first.role() == Words.Role.QUOTED) {
      // What stands in quotes may be a name as a whole.
      Text inside = Text.of(first.text(), text.near());
      return inside.words().isEmpty() || inside.words().get(0).role() == Words.Role.QUOTED
          ? List.of()
          : longest(inside, 0).stream()
              .filter(one -> one.to() == inside.words().size())
              .map(one -> new Named(one.written(), one.page(), from, from + 1))
              .toList();
    }
    List<Name> names =
        byFirst.getOrDefault(first.stem(), List.of()).stream()
            .filter(name -> !Directions.areOpposite(name.directions(), text.directions()))
            .sorted(Comparator.comparing(text::isFarFrom))
            .toList();
    List<Named> longest = new ArrayList<>();
    for (Name name : names) {
      at(name, text.words(), from).ifPresent(found -> addLongest(longest, found));
    }
    return longest;
  }

  /** Keeps one page and one element, the first of those that are longest. */
  private static void addLongest(List<Named> longest, Named found) {
    int most = longest.isEmpty() ? 0 : longest.get(0).to();
    if (found.to() > most) {
      longest.clear();
    }
    boolean known = longest.stream().anyMatch(one -> one.page() == found.page());
    if (found.to() >= most && !known) {
      longest.add(found);
    }
  }

  private static Optional<Named> at(Name name, List<Word> words, int from) {
    int to = from;
    for (String stem : name.stems()) {
      while (to > from && to < words.size() && isPassedOver(words.get(to), stem)) {
        to++;
      }
      if (to >= words.size() || !words.get(to).stem().equals(stem)) {
        return Optional.empty();
      }
      to++;
    }
    for (String small : name.tail()) {
      if (to >= words.size() || !words.get(to).text().equalsIgnoreCase(small)) {
        return Optional.empty();
      }
      to++;
    }
    if (!name.place()) {
      return Optional.of(new Named(name.written(), name.page(), from, to));
    }
    if (name.written().replaceFirst("^.*/", "").startsWith("<")) {
      // The word before it fills the place.
      return from > 0 && !words.get(from - 1).stop()
          ? Optional.of(filled(name, words.get(from - 1), from - 1, to))
          : Optional.empty();
    }
    while (to < words.size() && words.get(to).stop()) {
      to++;
    }
    return to < words.size()
        ? Optional.of(filled(name, words.get(to), from, to + 1))
        : Optional.empty();
  }

  private static boolean isPassedOver(Word word, String wanted) {
    return word.stop() && !word.stem().equals(wanted);
  }

  private static Named filled(Name name, Word word, int from, int to) {
    return new Named(name.written().replaceAll("<[^>]*>", word.text()), name.page(), from, to);
  }
}
