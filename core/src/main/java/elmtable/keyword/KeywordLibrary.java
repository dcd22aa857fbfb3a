package elmtable.keyword;

/**
 * Marks a class whose {@link Keyword} methods an extension adds. The extension's jar names the
 * class in {@code META-INF/services/elmtable.keyword.KeywordLibrary}; it has a public constructor
 * without parameters. One object serves all cases of all runs, side by side, so it keeps nothing
 * between calls but by {@link StepContext#ofCase}.
 */
public interface KeywordLibrary {}
