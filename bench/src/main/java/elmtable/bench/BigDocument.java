package elmtable.bench;

import elmtable.language.Document;
import elmtable.language.DocumentParser;
import elmtable.language.Printer;

/** Reading a table document of a hundred thousand lines, and printing it: the same bytes. */
final class BigDocument {
  private static final int LINES = 100_000;
  private static final int TIMES = 7;

  private BigDocument() {}

  static String text() {
    StringBuilder text = new StringBuilder("suite Big\n> Made by the benchmark.\ntags: big\n");
    int lines = 3;
    for (int n = 0; lines < LINES - 18; n++) {
      text.append("\ncase ")
          .append(n)
          .append(": <shelves> shelves of <programme>\ntags: smoke\ndata\n");
      text.append("| shelves | programme | accepted | message                   |\n");
      text.append("| 0       | Bisque    | no       | Choose at least one shelf |\n");
      text.append("| 7       | Glaze     | no       | A kiln has six shelves    |\n");
      text.append("steps\n");
      lines += 8;
      for (int s = 0; s < 5; s++) {
        text.append("| open                | Bookings  |                |\n");
        text.append("| fill in the request | <shelves> | <programme>    |\n");
        lines += 2;
      }
    }
    while (lines++ < LINES) {
      text.append("| open                | Bookings  |                |\n");
    }
    return Printer.print(DocumentParser.parse(text.toString()));
  }

  static void main() {
    String text = text();
    double best = Double.MAX_VALUE;
    double first = 0;
    double print = Double.MAX_VALUE;
    for (int i = 0; i < TIMES; i++) {
      long begun = System.nanoTime();
      Document document = DocumentParser.parse(text);
      double millis = (System.nanoTime() - begun) / 1e6;
      first = i == 0 ? millis : first;
      best = Math.min(best, millis);
      begun = System.nanoTime();
      String printed = Printer.print(document);
      print = Math.min(print, (System.nanoTime() - begun) / 1e6);
      if (!printed.equals(text)) {
        throw new IllegalStateException("printing gave other bytes");
      }
    }
    System.out.printf(
        "document of %,d lines: read in %.0f ms (the first time in a fresh JVM %.0f ms), printed in %.0f ms, same bytes%n",
        text.lines().count(), best, first, print);
  }
}
