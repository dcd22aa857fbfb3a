/** The HTTP API and the interface's files. Front door: {@link elmtable.server.http.WebServer}. */
package elmtable.server.http;
