package elmtable.run;

import elmtable.browser.BrowserException;
import elmtable.browser.Downloads;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Optional;

/** Downloads of a {@link FakeBrowser}: whatever is asked for is there, with its name as content. */
final class FakeDownloads implements Downloads {
  @Override
  public Download await(String name, Duration limit) {
    if (name.startsWith("remote ")) {
      return new Download(name, Optional.empty());
    }
    if (name.startsWith("no ")) {
      throw new BrowserException(BrowserException.Kind.PAGE, "No file was downloaded.");
    }
    try {
      Path file = Files.createTempDirectory("elm-fake-").resolve(name);
      file.toFile().deleteOnExit();
      file.getParent().toFile().deleteOnExit();
      return new Download(name, Optional.of(Files.writeString(file, name)));
    } catch (IOException full) {
      throw new UncheckedIOException(full);
    }
  }
}
