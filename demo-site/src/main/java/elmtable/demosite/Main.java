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

  public static void main(String[] arguments) {
    System.exit(new CommandLine(new Main()).execute(arguments));
  }

  @Override
  public Integer call() throws InterruptedException {
    try {
      Site site = Site.start(port, Defects.of(System.getenv()));
      System.out.println("Emberwick Kilns is at " + site.address());
      new CountDownLatch(1).await();
      return 0;
    } catch (IOException taken) {
      System.err.println(
          "Port "
              + port
              + " cannot be used: "
              + taken.getMessage()
              + ". Choose another with --port.");
      return 2;
    }
  }
}
