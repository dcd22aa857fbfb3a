package elmtable.plan;

import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataRow;
import elmtable.data.source.DataSource;
import elmtable.data.source.Rows;
import elmtable.project.CaseData;
import elmtable.project.CaseNames;
import elmtable.project.CaseRow;
import elmtable.project.entry.CaseEntry;
import java.util.ArrayDeque;
import java.util.Collections;
import java.util.Deque;
import java.util.HashSet;
import java.util.Iterator;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * The executable cases of one case, one after another: its rows as they stand, for each row its
 * environments, for each of these its browsers. Rows are read as they are asked for.
 */
public final class Expansion implements Iterator<ExecutableCase>, AutoCloseable {
  private final CasePlan plan;
  private final CaseEntry entry;
  private final Iterator<CasePlan.DataVariant> variants;
  private final boolean oneName;
  private final Deque<ExecutableCase> ready = new ArrayDeque<>();
  private List<TargetNames> targets = List.of();
  private Iterator<CaseData.Part> parts = Collections.emptyIterator();
  private CaseData.Part part;
  private List<String> partTags = List.of();
  private Rows rows;
  private long toSkip;

  /** The names whose repeats count, or null where all do. */
  private Set<String> wanted;

  private NameBloomFilter passed;
  private boolean mayRepeat;
  private final Set<String> given = new HashSet<>();

  /** A setting, with the names that were given in it. */
  private record TargetNames(
      RunTarget target,
      String fault,
      int salt,
      Identity identity,
      CaseNames names,
      DuplicateCounter repeats) {}

  Expansion(CasePlan plan) {
    this.plan = plan;
    this.entry = plan.entry();
    this.variants = plan.isIn() ? plan.variants().iterator() : Collections.emptyIterator();
    this.oneName = plan.hasOneName() && plan.hasSeveralRows();
  }

  private TargetNames named(RunTarget target) {
    return new TargetNames(
        target,
        plan.targetFault().apply(target),
        target.hashCode(),
        new Identity(entry, target),
        plan.names().apply(target.environment()),
        new DuplicateCounter());
  }

  /**
   * Passes over some of them.
   *
   * @param names the names whose repeats count, or null for all
   */
  void skip(long count, Set<String> names) {
    toSkip = count;
    wanted = names;
  }

  /**
   * Passes over some of them, of a whole plan, and does not count their names. What follows is
   * right unless {@link #mayRepeat}.
   */
  void pass(long count) {
    toSkip = count;
    passed = new NameBloomFilter(count);
  }

  /** Whether what was given after a pass perhaps bears names that were passed over. */
  boolean mayRepeat() {
    return mayRepeat;
  }

  /** The names that rows gave after a pass, before repeats were numbered. */
  Set<String> namesGiven() {
    return given;
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
    if (rows == null && !nextPart()) {
      return nextVariant();
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
    } catch (BrokenDataException broken) {
      closeRows();
      broken(broken.getMessage());
    }
    return true;
  }

  private boolean nextVariant() {
    if (!variants.hasNext()) {
      return false;
    }
    CasePlan.DataVariant variant = variants.next();
    targets = variant.targets().stream().map(this::named).toList();
    parts = variant.parts().iterator();
    if (!plan.hasRows()) {
      single("once", entry.tags(), plan.fault());
    }
    return true;
  }

  /** Opens the next part; one that cannot be read is a single executable case that says so. */
  private boolean nextPart() {
    if (!parts.hasNext()) {
      return false;
    }
    part = parts.next();
    partTags = Stream.concat(entry.tags().stream(), part.tags().stream()).toList();
    Optional<DataSource> source = part.source();
    if (source.isEmpty()) {
      broken(part.broken());
      return true;
    }
    try {
      rows = source.get().open();
    } catch (BrokenDataException broken) {
      broken(broken.getMessage());
    }
    return true;
  }

  /** One executable case that stands for all that cannot be read. */
  private void broken(String reason) {
    single("broken " + part.name(), partTags, part.place() + ": " + reason);
  }

  /** Every row is named, chosen or passed over, since a name may depend on those before it. */
  private void row(DataRow row) {
    boolean keyed = !row.key().isEmpty();
    CaseRow use = CaseRow.of(part, row);
    Optional<CaseRow> used = Optional.of(use);
    String rowKey = null;
    String fault = null;
    for (TargetNames named : targets) {
      String filled = named.names().of(used);
      if (passed != null) {
        if (passesOver()) {
          passed.add(named.salt(), filled);
          continue;
        }
        given.add(filled);
        mayRepeat |= passed.mayHold(named.salt(), filled);
      }
      DuplicateCounter.Times times =
          wanted == null || wanted.contains(filled)
              ? named.repeats().count(filled, row.cells())
              : DuplicateCounter.Times.FIRST;
      if (!plan.rows().has(row) || passesOver()) {
        continue;
      }
      if (rowKey == null) {
        rowKey = keyed ? "key " + row.key() : "row " + String.join("\u0000", row.cells());
        fault = fault(row, use);
      }
      String name = name(filled, row, oneName || times.name() > 1);
      String identity = named.identity().of(rowKey, keyed ? 1 : times.row());
      add(named, used, identity, name, partTags, fault);
    }
  }

  /** A row whose cells leave nothing of the name is called by its key or number. */
  private static String name(String filled, DataRow row, boolean again) {
    String called = row.key().isEmpty() ? "row " + row.number() : row.key();
    if (filled.isBlank()) {
      return called;
    }
    return again ? filled + ", " + called : filled;
  }

  private boolean passesOver() {
    return toSkip > 0 && plan.hasAllIdentities() && toSkip-- > 0;
  }

  private String fault(DataRow row, CaseRow use) {
    if (!plan.fault().isEmpty()) {
      return plan.fault();
    }
    return row.isSound() ? plan.rowFault().apply(use) : part.place() + ": " + row.fault();
  }

  /** An executable case in each setting, without a row. */
  private void single(String rowKey, List<String> tags, String fault) {
    for (TargetNames named : targets) {
      if (!passesOver()) {
        String name = named.names().of(Optional.empty());
        String identity = named.identity().of(rowKey, 1);
        add(named, Optional.empty(), identity, name, tags, fault);
      }
    }
  }

  private void add(
      TargetNames named,
      Optional<CaseRow> row,
      String identity,
      String name,
      List<String> tags,
      String fault) {
    if (!plan.identities().test(identity) || toSkip > 0 && toSkip-- > 0) {
      return;
    }
    ready.add(
        new ExecutableCase(
            entry,
            identity,
            name,
            tags,
            row,
            named.target().environment(),
            named.target().browser(),
            fault.isEmpty() ? named.fault() : fault,
            plan.needed()));
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
