package elmtable.webdriver.bidi;

import elmtable.browser.BrowserException;
import elmtable.browser.BrowserException.Kind;
import elmtable.browser.Downloads;
import elmtable.webdriver.bidi.events.DownloadLog;
import elmtable.webdriver.page.Seconds;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Optional;

/** Downloads, over BiDi. */
final class BiDiDownloads implements Downloads {
  private final BiDiTab tab;

  BiDiDownloads(BiDiTab tab) {
    this.tab = tab;
  }

  @Override
  public Download await(String name, Duration limit) {
    DownloadLog log = tab.events().downloads();
    DownloadLog.Found found =
        find(log, name, limit).orElseThrow(() -> none(log.waiting(), name, limit));
    return switch (found.state()) {
      case COMPLETE ->
          new Download(
              found.name(),
              Optional.ofNullable(found.file())
                  .filter(file -> !tab.program().isRemote())
                  .map(this::kept));
      case GOING ->
          throw new BrowserException(
              Kind.PAGE,
              "“" + found.name() + "” was not there whole after " + Seconds.of(limit) + ".");
      case CANCELLED ->
          throw new BrowserException(
              Kind.PAGE, "The download of “" + found.name() + "” was broken off.");
    };
  }

  private Path kept(String file) {
    try {
      return tab.program().downloads().keep(Path.of(file));
    } catch (IOException refused) {
      throw new BrowserException(
          Kind.PAGE,
          "“"
              + Path.of(file).getFileName()
              + "” was downloaded, but cannot be put into the folder"
              + " for downloads: "
              + refused.getMessage(),
          refused);
    }
  }

  private static Optional<DownloadLog.Found> find(DownloadLog log, String name, Duration limit) {
    try {
      return log.await(name, limit.toMillis());
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      throw new BrowserException(Kind.LOST, "Waiting was broken off.", interrupted);
    }
  }

  private static BrowserException none(List<String> others, String name, Duration limit) {
    String wanted = name.isEmpty() ? "No file" : "No file “" + name + "”";
    String instead = others.isEmpty() ? "." : ", but “" + String.join("”, “", others) + "”.";
    return new BrowserException(
        Kind.PAGE, wanted + " was downloaded within " + Seconds.of(limit) + instead);
  }
}
