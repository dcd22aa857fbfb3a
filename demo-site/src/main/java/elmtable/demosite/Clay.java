package elmtable.demosite;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** The clay that the studio keeps in bags, batch by batch, with the studio's rules for it. */
final class Clay {
  private static final Set<String> KINDS =
      Set.of("Stoneware", "Porcelain", "Raku body", "Paper clay");
  private static final int MOST_BAGS = 40;
  private static final int FIRST_NUMBER = 301;

  private final List<Batch> batches = new ArrayList<>();
  private int nextNumber = FIRST_NUMBER;

  /**
   * Some bags of one delivery.
   *
   * @param out how many of the bags are given out
   */
  record Batch(String name, String clay, int bags, int out) {}

  /** What is said, and the batch that it is about where something was done. */
  record Answer(String message, Optional<Batch> batch) {
    static Answer refused(String message) {
      return new Answer(message, Optional.empty());
    }
  }

  synchronized List<Batch> batches() {
    return List.copyOf(batches);
  }

  synchronized Answer takeIn(String clay, String written) {
    Integer bags = Requests.whole(written);
    if (!KINDS.contains(clay)) {
      return Answer.refused("Choose a clay");
    }
    if (bags == null) {
      return Answer.refused("Bags are counted in whole numbers");
    }
    if (bags < 1) {
      return Answer.refused("A batch has at least one bag");
    }
    if (bags > MOST_BAGS) {
      return Answer.refused("The store holds 40 bags of a batch");
    }
    Batch batch = new Batch("CB-" + nextNumber++, clay, bags, 0);
    batches.add(batch);
    return new Answer("Taken in: " + batch.name() + ", " + bags(bags), Optional.of(batch));
  }

  /** A negative number of bags comes back. */
  synchronized Answer giveOut(String name, String written) {
    Integer bags = Requests.whole(written);
    Optional<Batch> found = find(name);
    if (found.isEmpty()) {
      return Answer.refused("There is no batch " + name);
    }
    Batch batch = found.get();
    if (bags == null || bags == 0) {
      return Answer.refused("Bags are counted in whole numbers");
    }
    int out = batch.out() + bags;
    if (out > batch.bags()) {
      return Answer.refused("Only " + bags(batch.bags() - batch.out()) + " of " + name + " left");
    }
    if (out < 0) {
      return Answer.refused("Only " + bags(batch.out()) + " of " + name + " out");
    }
    Batch changed = new Batch(name, batch.clay(), batch.bags(), out);
    batches.set(batches.indexOf(batch), changed);
    return new Answer(
        bags > 0
            ? "Given out: " + bags(bags) + " of " + name
            : "Back: " + bags(-bags) + " of " + name,
        Optional.of(changed));
  }

  synchronized Answer writeOff(String name) {
    Optional<Batch> found = find(name);
    if (found.isEmpty()) {
      return Answer.refused("There is no batch " + name);
    }
    if (found.get().out() > 0) {
      return Answer.refused(name + " has " + bags(found.get().out()) + " out");
    }
    batches.remove(found.get());
    return new Answer("Written off: " + name, found);
  }

  private Optional<Batch> find(String name) {
    return batches.stream().filter(batch -> batch.name().equals(name)).findFirst();
  }

  private static String bags(int count) {
    return count + (count == 1 ? " bag" : " bags");
  }
}
