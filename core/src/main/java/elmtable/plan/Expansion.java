package elmtable.plan;

import elmtable.data.BrokenData;
import elmtable.data.DataRow;
import elmtable.data.DataSource;
import elmtable.data.Rows;
import elmtable.project.CaseData;
import elmtable.project.CaseEntry;
import elmtable.project.CaseNames;
import elmtable.project.RowUse;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Optional;

/**
 * The executable cases of one case, one after another: its rows as they stand, for each row its
 * environments, for each of these its browsers. Rows are read as they are asked for.
 */
public final class Expansion implements Iterator<ExecutableCase>, AutoCloseable {
  private final CasePlan plan;
  private final CaseEntry entry;
  private final Identity identity;
  private final Map<String, CaseNames> names = new HashMap<>();
  private final Map<String, Repeats> nameRepeats = new HashMap<>();
  private final Repeats rowRepeats = new Repeats();
  private final Iterator<CaseData.Part> parts;
  private final boolean oneName;
  private final Deque<ExecutableCase> ready = new ArrayDeque<>();
  private CaseData.Part part;
  private List<String> partTags = List.of();
  private Rows rows;
  private boolean begun;
  private long toSkip;

  Expansion(CasePlan plan) {
    this.plan = plan;
    this.entry = plan.entry();
    this.identity = new Identity(entry);
    this.parts = plan.isIn() ? plan.parts().iterator() : List.<CaseData.Part>of().iterator();
    this.oneName = plan.hasOneName() && plan.hasSeveralRows();
  }

  /** Passes over some of them, without making what nobody asked for. */
  void skip(long count) {
    toSkip = count;
  }

  @Override
  public boolean hasNext() {
    while (ready.isEmpty() && more()) {}
    return !ready.isEmpty();
  }

  @Override
  public ExecutableCase next() {
    if (!hasNext()) {
      throw new NoSuchElementException();
    }
    return ready.poll();
  }

  /** Makes the executable cases of the next row; tells whether there may be further ones. */
  private boolean more() {
    if (!begun) {
      begun = true;
      if (plan.isIn() && !plan.hasRows()) {
        add(Optional.empty(), "once", entry.tags(), plan.fault(), "");
        return true;
      }
    }
    if (rows == null && !nextPart()) {
      return false;
    }
    if (rows == null) {
      return true;
    }
    try {
      DataRow row = rows.next();
      if (row == null) {
        closeRows();
      } else {
        row(row);
      }
    } catch (BrokenData broken) {
      closeRows();
      add(Optional.empty(), "broken " + part.name(), partTags, broken.getMessage(), "");
    }
    return true;
  }

  /** Opens the next part; one that cannot be read is a single executable case that says so. */
  private boolean nextPart() {
    if (!parts.hasNext()) {
      return false;
    }
    part = parts.next();
    partTags = new ArrayList<>(entry.tags());
    partTags.addAll(part.tags());
    Optional<DataSource> source = part.source();
    if (source.isEmpty()) {
      add(Optional.empty(), "broken " + part.name(), partTags, part.broken(), "");
      return true;
    }
    try {
      rows = source.get().open();
    } catch (BrokenData broken) {
      add(Optional.empty(), "broken " + part.name(), partTags, broken.getMessage(), "");
    }
    return true;
  }

  private void row(DataRow row) {
    String key = row.key();
    boolean keyed = !key.isEmpty();
    int times = keyed ? 1 : rowRepeats.count(row.cells());
    if (!plan.rows().has(row)) {
      return;
    }
    boolean skipped = toSkip >= plan.settings().size() && plan.identities() == CasePlan.ALL;
    if (skipped && oneName) {
      toSkip -= plan.settings().size();
      return;
    }
    DataSource source = part.source().orElseThrow();
    RowUse use =
        new RowUse(
            part.name(),
            row.number(),
            key,
            part.summary().columns(),
            row.cells(),
            source.hasTemplates());
    if (skipped) {
      plan.settings().forEach(setting -> name(Optional.of(use), setting, key));
      toSkip -= plan.settings().size();
      return;
    }
    String written = keyed ? "key " + key : "row " + String.join("\u0000", row.cells());
    String mark = times == 1 ? written : written + "#" + times;
    add(Optional.of(use), mark, partTags, fault(row, use), key);
  }

  private String fault(DataRow row, RowUse use) {
    if (!plan.fault().isEmpty()) {
      return plan.fault();
    }
    return row.isSound() ? plan.rowFault().apply(use.columns(), use.written()) : row.fault();
  }

  private void add(Optional<RowUse> row, String mark, List<String> tags, String fault, String key) {
    for (Setting setting : plan.settings()) {
      String name = name(row, setting, key);
      if (toSkip > 0 && plan.identities() == CasePlan.ALL) {
        toSkip--;
        continue;
      }
      String made = identity.of(mark, setting);
      if (!plan.identities().test(made)) {
        continue;
      }
      if (toSkip > 0) {
        toSkip--;
        continue;
      }
      ready.add(
          new ExecutableCase(
              entry,
              made,
              name,
              tags,
              row,
              setting.environment(),
              setting.browser(),
              fault,
              plan.needed()));
    }
  }

  /** The name, with the row's key or number where it is not the first of that name. */
  private String name(Optional<RowUse> row, Setting setting, String key) {
    CaseNames filled =
        names.computeIfAbsent(
            setting.environment(),
            name -> new CaseNames(entry, plan.values().getOrDefault(name, Map.of())));
    String name = filled.of(row);
    if (row.isEmpty()) {
      return name;
    }
    boolean again =
        oneName
            || nameRepeats
                    .computeIfAbsent(
                        setting.environment() + "\n" + setting.browser(), s -> new Repeats())
                    .count(name)
                > 1;
    if (!again) {
      return name;
    }
    return name + ", " + (key.isEmpty() ? "row " + row.get().number() : key);
  }

  private void closeRows() {
    if (rows != null) {
      rows.close();
      rows = null;
    }
  }

  @Override
  public void close() {
    closeRows();
  }
}
