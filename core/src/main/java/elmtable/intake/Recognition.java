package elmtable.intake;

import elmtable.browser.Locator;
import elmtable.intake.Words.Word;
import elmtable.project.Project;
import elmtable.project.entry.ElementEntry;
import elmtable.project.entry.PageEntry;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
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

  /** A name by the stems of its words. */
  private record Name(String written, List<String> stems, boolean page, boolean place) {}

  private final Map<String, List<Name>> byFirst = new HashMap<>();

  /**
   * What is named in a sentence.
   *
   * @param from the place of its first word, {@code to} that behind its last one
   */
  record Named(String written, boolean page, int from, int to) {}

  /** A sentence as words, with what is named in it. */
  record Seen(List<Word> words, List<Named> named) {
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
      add(page.name(), page.name(), true);
    }
    for (ElementEntry element : project.index().elements()) {
      String written =
          SentenceMatcher.isUnambiguous(project, element.name().replaceAll("<[^>]*>", "x"))
              ? element.name()
              : element.fullName();
      add(element.name(), written, false);
      // What a person reads on it is a name, too.
      if (READ.contains(element.by()) && !element.locator().hasReferences()) {
        add(element.locator().source(), written, false);
      }
    }
  }

  private void add(String name, String written, boolean page) {
    boolean place = name.indexOf('<') >= 0;
    List<String> stems = Words.stems(name.replaceAll("<[^>]*>", " "));
    if (!stems.isEmpty()) {
      byFirst
          .computeIfAbsent(stems.get(0), s -> new ArrayList<>())
          .add(new Name(written, stems, page, place));
    }
  }

  Seen of(String sentence) {
    List<Word> words = oneWordForSigningIn(Words.of(sentence));
    List<Named> named = new ArrayList<>();
    for (int from = 0; from < words.size(); from++) {
      Named best = null;
      for (Name name : byFirst.getOrDefault(firstStem(words.get(from)), List.of())) {
        Named found = at(name, words, from);
        if (found != null && (best == null || found.to() > best.to())) {
          best = found;
        }
        // A page and an element of one name are both meant until a keyword takes one.
        if (found != null
            && best != found
            && found.to() == best.to()
            && found.page() != best.page()) {
          named.add(found);
        }
      }
      if (best != null) {
        named.add(best);
        from = best.to() - 1;
      }
    }
    return new Seen(words, named);
  }

  /** To log somebody in, to log on and to sign in are the same. */
  private static List<Word> oneWordForSigningIn(List<Word> words) {
    boolean in = words.stream().anyMatch(word -> word.text().matches("(?i)in|on"));
    return words.stream()
        .map(word ->
            word.stem().matches("login|logon") || in && word.stem().equals("log")
                ? new Word(word.text(), "sign", word.role(), false)
                : word)
        .toList();
  }

  /** What stands in quotes may be a name, too. */
  private static String firstStem(Word word) {
    if (word.role() != Words.Role.QUOTED) {
      return word.stem();
    }
    List<String> stems = Words.stems(word.text());
    return stems.isEmpty() ? "" : stems.get(0);
  }

  private static Named at(Name name, List<Word> words, int from) {
    Word first = words.get(from);
    if (first.role() == Words.Role.QUOTED) {
      return Words.stems(first.text()).equals(name.stems())
          ? new Named(name.written(), name.page(), from, from + 1)
          : null;
    }
    int to = from;
    for (String stem : name.stems()) {
      while (to < words.size()
          && to > from
          && words.get(to).stop()
          && !words.get(to).stem().equals(stem)) {
        to++;
      }
      if (to >= words.size() || !words.get(to).stem().equals(stem)) {
        return null;
      }
      to++;
    }
    if (!name.place()) {
      return new Named(name.written(), name.page(), from, to);
    }
    while (to < words.size() && words.get(to).stop()) {
      to++;
    }
    // The word behind it fills the place.
    return to < words.size()
        ? new Named(
            name.written().replaceAll("<[^>]*>", words.get(to).text()), name.page(), from, to + 1)
        : null;
  }
}
