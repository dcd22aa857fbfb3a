package elmtable.bench;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.CommandLineOptionException;

/**
 * Prints the figures: side-by-side programs first, then JMH's. Arguments go to JMH; {@code quick}
 * leaves it out and takes a smaller file; {@code browser} prints those of the browsers only, {@code
 * many} with the path of the server's jar those of a million cases, {@code demo} with that and the
 * demo's folder what a kept sign-in saves there.
 */
public final class Main {
  private static final long LARGE_FILE = 2L << 30;
  private static final long QUICK_FILE = 200L << 20;

  private Main() {}

  public static void main(String[] arguments)
      throws IOException, InterruptedException, RunnerException, CommandLineOptionException {
    if (arguments.length > 0 && arguments[0].equals("browser")) {
      BrowserSteps.main();
      return;
    }
    if (arguments.length > 1 && arguments[0].equals("many")) {
      ManyCases.main(arguments[1]);
      return;
    }
    if (arguments.length > 2 && arguments[0].equals("demo")) {
      WholeDemo.main(Path.of(arguments[1]), Path.of(arguments[2]));
      return;
    }
    BigDocument.main();
    fresh(LargeProject.class, List.of("-XX:TieredStopAtLevel=1"));
    inSmallHeap(Expanding.class);
    Phrases.main();
    Intake.main();
    Pairing.main();
    boolean quick = arguments.length > 0 && arguments[0].equals("quick");
    inSmallHeap(Shaping.class, String.valueOf(quick ? QUICK_FILE : LARGE_FILE));
    if (!quick) {
      org.openjdk.jmh.Main.main(arguments);
    }
  }

  /** In a process of its own that has no more than 256 MB of heap. */
  private static void inSmallHeap(Class<?> program, String... arguments)
      throws IOException, InterruptedException {
    fresh(program, List.of("-Xmx256m"), arguments);
  }

  /** In a process of its own, as the command line starts one. */
  private static void fresh(Class<?> program, List<String> options, String... arguments)
      throws IOException, InterruptedException {
    List<String> command = new ArrayList<>();
    command.add(System.getProperty("java.home") + "/bin/java");
    command.addAll(options);
    command.addAll(
        List.of(
            "-XX:+UseSerialGC", "-cp", System.getProperty("java.class.path"), program.getName()));
    command.addAll(List.of(arguments));
    int code = new ProcessBuilder(command).inheritIO().start().waitFor();
    if (code != 0) {
      throw new IllegalStateException(program.getName() + " ended with " + code);
    }
  }
}
