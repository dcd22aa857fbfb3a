package elmtable.server;

import elmtable.server.command.ElmCommand;

/** The program: reads the command line and carries it out. */
public final class Main {
  private Main() {}

  public static void main(String[] arguments) {
    System.exit(ElmCommand.execute(arguments));
  }
}
