/**
 * The records that the interface and the server exchange, and how they are made of the project and
 * its runs.
 */
package elmtable.server.view;
