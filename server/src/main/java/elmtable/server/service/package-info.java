/** What the server does: keeps the project's snapshot and goes about its runs. */
package elmtable.server.service;
