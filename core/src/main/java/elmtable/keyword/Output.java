package elmtable.keyword;

import elmtable.formula.Kind;

/** What a keyword gives. */
public record Output(String name, Kind kind, String note) {}
