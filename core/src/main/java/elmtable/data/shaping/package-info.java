/**
 * Makes sources of other sources: filtered, sorted, combined, or made of limits. Begin with {@link
 * elmtable.data.shaping.ShapingReader}.
 */
package elmtable.data.shaping;
