/**
 * Data sets: what a {@code data} block or section describes, read and shaped. Begin with {@link
 * elmtable.data.DataSets}.
 */
package elmtable.data;
