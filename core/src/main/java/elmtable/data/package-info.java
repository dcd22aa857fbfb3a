/**
 * Data sets: where rows come from and how they are read. Front door: {@link
 * elmtable.data.DataSets}.
 */
package elmtable.data;
