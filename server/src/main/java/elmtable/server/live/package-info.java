/**
 * What pages hear of while it happens: changes of documents, problems, runs, and each other. Begin
 * with {@link elmtable.server.live.LiveHub}.
 */
package elmtable.server.live;
