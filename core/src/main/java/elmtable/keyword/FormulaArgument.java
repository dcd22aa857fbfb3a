package elmtable.keyword;

import elmtable.formula.Value;
import java.util.function.Supplier;

/** A formula as an argument: as written, and its value each time it is asked for. */
public record FormulaArgument(String written, Supplier<Value> value) {}
