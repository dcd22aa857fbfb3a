/**
 * Rewrites a suite as a feature and a feature as a suite, and lists what cannot be carried over.
 * Begin with {@link elmtable.conversion.Conversion}.
 */
package elmtable.conversion;
