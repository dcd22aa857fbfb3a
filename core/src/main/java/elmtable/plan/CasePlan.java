package elmtable.plan;

import elmtable.formula.Template;
import elmtable.project.CaseData;
import elmtable.project.CaseNames;
import elmtable.project.CaseRow;
import elmtable.project.entry.CaseEntry;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;

/**
 * One case of a plan.
 *
 * @param exclusionReason why none of its executable cases is in, or the empty text
 * @param needed the case that it was added for, since that one comes after it; or the empty text
 * @param hasRows whether there is an executable case for each row of its data
 * @param variants what it is expanded from, one after another; one is enough where its data is the
 *     same in all environments
 * @param fault what keeps all its executable cases from running, or the empty text
 * @param rowFault what keeps the executable case of one row from running, or the empty text
 * @param targetFault what keeps the executable cases of one environment and browser from running,
 *     or the empty text
 * @param names fills in the names of its executable cases, by the environment's name
 * @param rows which rows are in, by their key and number
 * @param identities which executable cases are in
 */
public record CasePlan(
    CaseEntry entry,
    String exclusionReason,
    String needed,
    boolean hasRows,
    List<DataVariant> variants,
    String fault,
    Function<CaseRow, String> rowFault,
    Function<RunTarget, String> targetFault,
    Function<String, CaseNames> names,
    RowChoice rows,
    Predicate<String> identities) {

  /** Why a case of a feature is out that has sentences without a keyword. */
  public static final String NOT_FINISHED = "not finished";

  /** Accepts everything. */
  static final Predicate<String> ALL = identity -> true;

  public CasePlan {
    variants = List.copyOf(variants);
  }

  /**
   * Data, and where it is run with.
   *
   * @param parts the parts of the case's data that are in; empty for a case without rows
   * @param targets environments and browsers, in order
   */
  public record DataVariant(List<CaseData.Part> parts, List<RunTarget> targets) {
    public DataVariant {
      parts = List.copyOf(parts);
      targets = List.copyOf(targets);
    }

    private long rows() {
      return parts.stream().mapToLong(part -> part.source().isEmpty() ? 1 : part.rows()).sum();
    }
  }

  public boolean isIn() {
    return exclusionReason.isEmpty();
  }

  boolean isNeeded() {
    return !needed.isEmpty();
  }

  /**
   * How many executable cases there are; a data set that cannot be read counts as one, which is an
   * error. Nothing is expanded for it, unless single ones are chosen.
   */
  public long count() {
    if (!isIn()) {
      return 0;
    }
    if (!isWhole()) {
      try (Expansion expansion = expansion()) {
        long count = 0;
        while (expansion.hasNext()) {
          expansion.next();
          count++;
        }
        return count;
      }
    }
    return variants.stream()
        .mapToLong(variant -> (hasRows ? variant.rows() : 1) * variant.targets().size())
        .sum();
  }

  boolean hasAllIdentities() {
    return identities == ALL;
  }

  /** Whether every row is in, in every setting. */
  boolean isWhole() {
    return hasAllIdentities() && rows.isAll();
  }

  /** Some of its executable cases. Rows before them are read again where names may repeat. */
  public List<ExecutableCase> page(long offset, int limit) {
    Set<String> names = null;
    if (offset > 0 && isWhole()) {
      try (Expansion expansion = expansion()) {
        expansion.pass(offset);
        List<ExecutableCase> page = next(expansion, limit);
        if (!expansion.mayRepeat()) {
          return page;
        }
        names = expansion.namesGiven();
      }
    }
    try (Expansion expansion = expansion()) {
      expansion.skip(offset, names);
      return next(expansion, limit);
    }
  }

  private static List<ExecutableCase> next(Expansion expansion, int most) {
    List<ExecutableCase> next = new ArrayList<>();
    while (next.size() < most && expansion.hasNext()) {
      next.add(expansion.next());
    }
    return next;
  }

  /** Its executable cases one after another, read from their sources from now on. */
  public Expansion expansion() {
    return new Expansion(this);
  }

  /** All its executable cases. */
  public List<ExecutableCase> executables() {
    return executables(Integer.MAX_VALUE);
  }

  /** The first of its executable cases. */
  public List<ExecutableCase> executables(int most) {
    try (Expansion expansion = expansion()) {
      return next(expansion, most);
    }
  }

  boolean hasSeveralRows() {
    return variants.stream().anyMatch(variant -> variant.rows() > 1);
  }

  /** Whether all rows give one name, so that each is told apart by its row. */
  boolean hasOneName() {
    return entry.block().isScenario()
        ? entry.name().indexOf('<') < 0
        : !Template.of(entry.name()).hasReferences();
  }
}
