package elmtable.server.command;

import elmtable.language.DocumentParser;
import elmtable.language.Printer;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Prints a document in its canonical form. */
@Command(
    name = "print",
    mixinStandardHelpOptions = true,
    description = "Prints a document in its canonical form.")
final class PrintCommand implements Callable<Integer> {
  @Parameters(paramLabel = "FILE", description = "A document.")
  private Path file;

  @Spec private CommandSpec spec;

  @Override
  public Integer call() {
    try {
      PrintWriter out = spec.commandLine().getOut();
      out.print(Printer.print(DocumentParser.parse(Files.readString(file))));
      out.flush();
      return 0;
    } catch (IOException unreadable) {
      throw new RefusalException(file + " cannot be read: " + unreadable.getMessage() + ".");
    }
  }
}
