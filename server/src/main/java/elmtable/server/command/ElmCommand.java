package elmtable.server.command;

import java.io.PrintWriter;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.function.Supplier;
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
        "Keyword tables for browser tests: check, plan and run them, or serve the application.")
public final class ElmCommand implements Runnable {
  private static final Map<String, Supplier<Callable<Integer>>> COMMANDS = commands();

  @Spec private CommandSpec spec;

  private static Map<String, Supplier<Callable<Integer>>> commands() {
    Map<String, Supplier<Callable<Integer>>> commands = new LinkedHashMap<>();
    commands.put("new", NewCommand::new);
    commands.put("check", CheckCommand::new);
    commands.put("plan", PlanCommand::new);
    commands.put("data", DataCommand::new);
    commands.put("run", RunCommand::new);
    commands.put("values", ValuesCommand::new);
    commands.put("serve", ServeCommand::new);
    commands.put("print", PrintCommand::new);
    commands.put("keywords", KeywordsCommand::new);
    commands.put("outline", OutlineCommand::new);
    commands.put("convert", ConvertCommand::new);
    return commands;
  }

  public static int execute(String... arguments) {
    return execute(new PrintWriter(System.out, true), new PrintWriter(System.err, true), arguments);
  }

  static int execute(PrintWriter out, PrintWriter err, String... arguments) {
    CommandLine line = new CommandLine(new ElmCommand());
    String first = arguments.length == 0 ? "" : arguments[0];
    // Reading the options of all commands by reflection takes longer than most of them run.
    COMMANDS.forEach((name, command) -> {
      if (name.equals(first) || !COMMANDS.containsKey(first)) {
        line.addSubcommand(name, command.get());
      }
    });
    line.setOut(out).setErr(err);
    line.setExecutionExceptionHandler(ElmCommand::explain);
    return line.execute(arguments);
  }

  /**
   * What a person can cause is said in a sentence; anything else is our mistake and shows where.
   */
  private static int explain(Exception failure, CommandLine line, CommandLine.ParseResult parsed) {
    PrintWriter err = line.getErr();
    if (failure instanceof RefusalException refusal) {
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
