package elmtable.refactoring;

import elmtable.text.Range;

/**
 * A place where something is named.
 *
 * @param range the name itself, with an absolute line
 * @param text what is written there
 * @param declares whether the thing gets its name there
 * @param byName whether the name is written there; not so where a phrase calls a keyword
 */
public record Use(String document, Range range, String text, boolean declares, boolean byName) {}
