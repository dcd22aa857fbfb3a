package elmtable.project;

import java.util.HashSet;
import java.util.Set;

/**
 * What a check looked up, found or not: its result holds as long as none of that changes. What it
 * found in use stands apart.
 */
public final class LookupLog {
  public final Set<Symbol> symbols = new HashSet<>();

  /** Keywords, data sets and fixtures by name; elements by page and name. */
  public final Set<Symbol> used = new HashSet<>();
}
