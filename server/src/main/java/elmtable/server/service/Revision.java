package elmtable.server.service;

/**
 * A document's place in its history.
 *
 * @param id outlives rename and removal
 * @param version the number of its updates
 */
public record Revision(long id, long version) {}
