package elmtable.bench;

import java.io.IOException;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.CommandLineOptionException;

/**
 * Prints the figures: side-by-side programs first, then JMH's. Arguments go to JMH; {@code quick}
 * leaves it out.
 */
public final class Main {
  private Main() {}

  public static void main(String[] arguments)
      throws IOException, RunnerException, CommandLineOptionException {
    BigDocument.main();
    LargeProject.main();
    if (arguments.length == 0 || !arguments[0].equals("quick")) {
      org.openjdk.jmh.Main.main(arguments);
    }
  }
}
