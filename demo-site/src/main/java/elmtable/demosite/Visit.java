package elmtable.demosite;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * One visitor from the first page on. Every visit has a day book of its own, so that visits do not
 * disturb each other and each starts from the same firings.
 */
final class Visit {
  private static final int FIRST_REFERENCE = 2031;

  private final List<Firing> firings = new ArrayList<>();

  /** References of what the keeper has confirmed; only that takes room in a kiln. */
  private final Set<String> confirmed;

  private int nextReference = FIRST_REFERENCE;
  private final Clay clay = new Clay();
  private String member = "";
  private boolean keeper;

  Visit() {
    add("Wed 2 December", 2, Programme.GLAZE, 3);
    add("Thu 3 December", 3, Programme.BISQUE, 1);
    add("Fri 4 December", 4, Programme.RAKU, 2);
    add("Mon 7 December", 7, Programme.BISQUE, 6);
    add("Tue 8 December", 8, Programme.GLAZE, 2);
    add("Wed 9 December", 9, Programme.GLAZE, 4);
    add("Thu 10 December", 10, Programme.RAKU, 1);
    confirmed = firings.stream().map(Firing::reference).collect(Collectors.toUnmodifiableSet());
  }

  private void add(String day, int date, Programme programme, int shelves) {
    book(day, date, programme, shelves, false);
  }

  synchronized Firing book(
      String day, int date, Programme programme, int shelves, boolean fragile) {
    String price = programme.price(shelves, fragile).toPlainString();
    Firing firing =
        new Firing("EK-" + nextReference++, day, date, programme.title(), shelves, price);
    firings.add(firing);
    return firing;
  }

  synchronized boolean cancel(String reference) {
    return firings.removeIf(firing -> firing.reference().equals(reference));
  }

  synchronized List<Firing> firings() {
    return List.copyOf(firings);
  }

  synchronized boolean isTaken(String day) {
    return firings.stream()
            .filter(firing -> confirmed.contains(firing.reference()))
            .filter(firing -> firing.day().equals(day))
            .mapToInt(Firing::shelves)
            .sum()
        >= 6;
  }

  synchronized String member() {
    return member;
  }

  synchronized boolean isKeeper() {
    return keeper;
  }

  Clay clay() {
    return clay;
  }

  synchronized void signIn(String name, boolean asKeeper) {
    member = name;
    keeper = asKeeper;
  }
}
