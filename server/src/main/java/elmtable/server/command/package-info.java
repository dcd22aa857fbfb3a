/**
 * The command line, a class for each command. Begin with {@link
 * elmtable.server.command.ElmCommand}; {@link elmtable.server.command.ServeCommand} puts the server
 * together.
 */
package elmtable.server.command;
