package elmtable.keyword;

/** What a keyword gives. */
public record Output(String name, Kind kind, String note) {}
