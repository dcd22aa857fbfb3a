/**
 * What only the server can say of a document that somebody edits. Begin with {@link
 * elmtable.server.view.analysis.Analyses}.
 */
package elmtable.server.view.analysis;
