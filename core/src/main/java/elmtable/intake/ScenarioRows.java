package elmtable.intake;

import elmtable.intake.ManualScenario.Sentence;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** Puts the rows of a sheet together to scenarios, each by a key of its own. */
final class ScenarioRows {
  private final boolean alone;
  private final List<Begun> all = new ArrayList<>();
  private final Set<String> taken = new HashSet<>();

  /**
   * A scenario, and the sentences that rows gave it so far.
   *
   * @param named its key as the sheet has it, maybe empty
   */
  private record Begun(String named, ManualScenario head, List<Sentence> sentences) {
    ManualScenario whole() {
      return new ManualScenario(head.key(), head.repeated(), head.title(), head.row(), sentences);
    }
  }

  /**
   * @param alone whether each row is a scenario, whatever the one before says
   */
  ScenarioRows(boolean alone) {
    this.alone = alone;
  }

  int count() {
    return all.size();
  }

  List<ManualScenario> all() {
    return all.stream().map(Begun::whole).toList();
  }

  /** A row; key and title are empty where it says nothing of them. */
  void add(String key, String title, long row, List<Sentence> sentences) {
    if (goesOn(key, title)) {
      all.getLast().sentences().addAll(sentences);
    } else if (!key.isEmpty() || !title.isEmpty()) {
      String own = key.isEmpty() ? String.valueOf(row) : key;
      String free = free(own);
      String shown = title.isEmpty() ? own : title;
      ManualScenario head = new ManualScenario(free, !free.equals(own), shown, row, List.of());
      all.add(new Begun(key, head, new ArrayList<>(sentences)));
    }
  }

  /** Whether a row belongs to the scenario before it. */
  private boolean goesOn(String key, String title) {
    if (all.isEmpty()) {
      return false;
    }
    Begun last = all.getLast();
    boolean same =
        key.equals(last.named()) && (title.isEmpty() || title.equals(last.head().title()));
    return key.isEmpty() && title.isEmpty() || same && !alone;
  }

  private String free(String key) {
    String free = key;
    for (int number = 2; !taken.add(free); number++) {
      free = key + " (" + number + ")";
    }
    return free;
  }
}
