package elmtable.locator;

import elmtable.browser.Locator;
import elmtable.browser.Survey.PageElement;
import elmtable.browser.Survey.Proposal;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/**
 * Proposes another locator for an element that is not found any more: the element of the page whose
 * words are most like its name and the words it was looked for by.
 *
 * @param element what the page has now
 * @param locator the best way to find it
 * @param likeness from 0 to 1
 */
public record Repair(PageElement element, Locator locator, double likeness) {
  /** Below this a proposal would be a guess. */
  private static final double LEAST = 0.35;

  private static final double OF_WORDS = 0.8;
  private static final double OF_ROLE = 0.2;

  /**
   * @param name what the element is called in the project
   * @param broken the locator that finds nothing
   * @param free elements of the page that no other locator of the project finds
   */
  public static Optional<Repair> of(String name, Locator broken, List<PageElement> free) {
    return free.stream()
        .filter(element -> element.locators().stream().anyMatch(each -> each.count() == 1))
        .map(element -> repair(name, broken, element))
        .filter(repair -> repair.likeness() >= LEAST)
        .max(Comparator.comparingDouble(Repair::likeness));
  }

  private static Repair repair(String name, Locator broken, PageElement element) {
    Proposal best =
        element.locators().stream().filter(each -> each.count() == 1).findFirst().orElseThrow();
    Set<String> has = words(element.name());
    element.locators().forEach(each -> has.addAll(words(each.locator().value())));
    double words = Math.max(alike(words(name), has), alike(words(broken.value()), has));
    double role = fits(broken.by(), element.role()) ? OF_ROLE : 0;
    return new Repair(element, best.locator(), words == 0 ? 0 : OF_WORDS * words + role);
  }

  /** The part of the wanted words that are there, or begin as one that is. */
  private static double alike(Set<String> wanted, Set<String> has) {
    if (wanted.isEmpty()) {
      return 0;
    }
    long found = wanted.stream().filter(word -> has.stream().anyMatch(h -> begin(word, h))).count();
    return (double) found / wanted.size();
  }

  private static boolean begin(String a, String b) {
    int least = Math.min(a.length(), b.length());
    return a.equals(b) || least >= 4 && (a.startsWith(b) || b.startsWith(a));
  }

  private static Set<String> words(String text) {
    Set<String> words = new LinkedHashSet<>();
    String divided = text.replaceAll("(\\p{Ll})(\\p{Lu})", "$1 $2").toLowerCase(Locale.ROOT);
    for (String word : divided.split("[^\\p{L}\\p{N}]+")) {
      if (word.length() > 1) {
        words.add(word);
      }
    }
    return words;
  }

  private static boolean fits(Locator.By by, String role) {
    return switch (by) {
      case BUTTON -> role.equals("button");
      case LINK -> role.equals("link");
      case LABEL -> Set.of("field", "choice", "checkbox", "radio", "file").contains(role);
      default -> false;
    };
  }
}
