package elmtable.server.command;

import java.io.PrintWriter;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

/**
 * The command line. Exit codes: 0 all well, 1 something failed or is wrong, 2 it could not be
 * carried out.
 */
@Command(
    name = "elm",
    mixinStandardHelpOptions = true,
    version = "Elm Table 1.0",
    description =
        "Keyword tables for browser tests: check, plan and run them, or serve the application.",
    subcommands = {
      CheckCommand.class,
      PlanCommand.class,
      RunCommand.class,
      ServeCommand.class,
      PrintCommand.class
    })
public final class ElmCommand implements Runnable {
  @Spec private CommandSpec spec;

  public static int execute(String... arguments) {
    return execute(new PrintWriter(System.out, true), new PrintWriter(System.err, true), arguments);
  }

  static int execute(PrintWriter out, PrintWriter err, String... arguments) {
    CommandLine line = new CommandLine(new ElmCommand()).setOut(out).setErr(err);
    line.setExecutionExceptionHandler(ElmCommand::explain);
    return line.execute(arguments);
  }

  /**
   * What a person can cause is said in a sentence; anything else is our mistake and shows where.
   */
  private static int explain(Exception failure, CommandLine line, CommandLine.ParseResult parsed) {
    PrintWriter err = line.getErr();
    if (failure instanceof Refusal refusal) {
      err.println(refusal.getMessage());
    } else {
      failure.printStackTrace(err);
    }
    err.flush();
    return 2;
  }

  @Override
  public void run() {
    spec.commandLine().usage(spec.commandLine().getOut());
  }
}
