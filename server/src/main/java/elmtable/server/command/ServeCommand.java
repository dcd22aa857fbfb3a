package elmtable.server.command;

import java.util.concurrent.Callable;
import picocli.CommandLine.Command;

/** Starts the server. */
@Command(name = "serve", mixinStandardHelpOptions = true, description = "Starts the server.")
final class ServeCommand implements Callable<Integer> {
  @Override
  public Integer call() {
    throw new Refusal("not yet");
  }
}
