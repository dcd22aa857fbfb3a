package elmtable.demosite;

import java.io.IOException;
import java.util.concurrent.Callable;
import java.util.concurrent.CountDownLatch;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** Starts the site of Emberwick Kilns, the application that the demo project tests. */
@Command(
    name = "demo-site",
    mixinStandardHelpOptions = true,
    description = "Serves Emberwick Kilns, a made-up studio.")
public final class Main implements Callable<Integer> {
  @Option(
      names = "--port",
      defaultValue = "8090",
      description = "Port on the loopback interface; 0 takes a free one.")
  private int port;

  @Option(
      names = "--defects-port",
      description =
          "Port at which the site is served once more, with planted defects; not if left out.")
  private Integer defectsPort;

  public static void main(String[] arguments) {
    System.exit(new CommandLine(new Main()).execute(arguments));
  }

  @Override
  public Integer call() throws InterruptedException {
    if (!serve(port, Defects.of(System.getenv()), "--port", "")) {
      return 2;
    }
    if (defectsPort != null
        && !serve(defectsPort, Defects.planted(), "--defects-port", ", with planted defects")) {
      return 2;
    }
    new CountDownLatch(1).await();
    return 0;
  }

  /** Whether it could be started; if not, says why. */
  private static boolean serve(int port, Defects defects, String option, String more) {
    try {
      System.out.println("Emberwick Kilns is at " + Site.start(port, defects).address() + more);
      return true;
    } catch (IOException taken) {
      System.err.println(
          "Port "
              + port
              + " cannot be used: "
              + taken.getMessage()
              + ". Choose another with "
              + option
              + ".");
      return false;
    }
  }
}
