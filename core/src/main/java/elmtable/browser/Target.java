package elmtable.browser;

/**
 * An element as a step means it: its name, for messages, and its locator with all values put in.
 */
public record Target(String name, Locator locator) {}
