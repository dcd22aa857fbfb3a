package elmtable.bench;

import elmtable.formula.Template;
import elmtable.language.Document;
import elmtable.language.DocumentParser;
import elmtable.language.Printer;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** Reading and printing documents and cells. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 1)
@Measurement(iterations = 5, time = 1)
@Fork(1)
public class ReadingBenchmark {
  private String text;
  private Document document;

  @Setup
  public void setUp() {
    text = BigDocument.text();
    document = DocumentParser.parse(text);
  }

  @Benchmark
  public Document readHundredThousandLines() {
    return DocumentParser.parse(text);
  }

  @Benchmark
  public Document readThemAgainWithNothingChanged() {
    return DocumentParser.parse(text, text, document);
  }

  @Benchmark
  public String printThem() {
    return Printer.print(document);
  }

  @Benchmark
  @OutputTimeUnit(TimeUnit.MICROSECONDS)
  public Template readOneCell() {
    return Template.of("from <shelves> to <if(accepted, max(a, b) + 1, 'none')> \\| end");
  }
}
