/**
 * What is kept: documents with their revisions, files, runs. SQLite through plain JDBC, and files
 * beside it.
 */
package elmtable.server.store;
