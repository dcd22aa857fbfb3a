/**
 * Rows, whatever they come from: a source opens them, one after another. Begin with {@link
 * elmtable.data.source.DataSource}.
 */
package elmtable.data.source;
