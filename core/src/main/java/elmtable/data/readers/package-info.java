/**
 * Reads rows from files, from databases and from what is typed in. Begin with {@link
 * elmtable.data.readers.FileSources}.
 */
package elmtable.data.readers;
