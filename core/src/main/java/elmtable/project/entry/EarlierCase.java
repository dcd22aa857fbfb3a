package elmtable.project.entry;

/**
 * A case that another one comes after.
 *
 * @param byRow whether only its executable case with the same row's key is waited for
 */
public record EarlierCase(CaseEntry entry, boolean byRow) {}
