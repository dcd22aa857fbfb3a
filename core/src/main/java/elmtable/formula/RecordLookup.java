package elmtable.formula;

/** Where {@code lookup} and {@code record} find rows of data sets by their keys. */
@FunctionalInterface
public interface RecordLookup {
  /** For formulas that data sets are made with, which may not ask data sets in turn. */
  RecordLookup NONE =
      (set, key) -> {
        throw new FormulaException(
            "“lookup” and “record” cannot be used here; use them in steps, names and rows of"
                + " cases.");
      };

  /** Throws {@link FormulaException} where there is no such data set or row. */
  Value.Row find(String set, String key);
}
