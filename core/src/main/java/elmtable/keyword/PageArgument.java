package elmtable.keyword;

/** A page as an argument: its name, and its path with all values put in. */
public record PageArgument(String name, String path) {}
