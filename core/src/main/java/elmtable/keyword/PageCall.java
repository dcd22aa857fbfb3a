package elmtable.keyword;

/** A page as an argument: its name, and its path with all values put in. */
public record PageCall(String name, String path) {}
