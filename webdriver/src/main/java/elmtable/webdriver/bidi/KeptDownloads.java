package elmtable.webdriver.bidi;

import elmtable.browser.BrowserConfig;
import elmtable.webdriver.bidi.events.DownloadLog;
import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The folder in which a browser block has downloads stay. Each case downloads into a folder of its
 * own, as a browser may write over a file of the same name, and what is whole is put here.
 */
final class KeptDownloads {
  private static final Logger LOG = LoggerFactory.getLogger(KeptDownloads.class);

  private final Optional<Path> folder;

  KeptDownloads(BrowserConfig config) {
    this.folder = Optional.of(config.downloads()).filter(name -> !name.isEmpty()).map(Path::of);
  }

  /** Makes the folder, where there is to be one. */
  void prepare() throws IOException {
    if (folder.isPresent()) {
      Files.createDirectories(folder.get());
    }
  }

  /** Gives the place of a whole file from now on: where it is, unless it is to stay. */
  Path keep(Path file) throws IOException {
    if (folder.isEmpty()) {
      return file;
    }
    return Files.move(
        file, free(file.getFileName().toString()), StandardCopyOption.REPLACE_EXISTING);
  }

  /** What a case did not ask for stays all the same. */
  void keepRest(DownloadLog log) {
    for (Path file : folder.isEmpty() ? List.<Path>of() : log.complete()) {
      try {
        keep(file);
      } catch (IOException refused) {
        LOG.warn("{} could not be put into {}", file.getFileName(), folder.get(), refused);
      }
    }
  }

  /** An empty file of that name, or with a number behind it, that was not there before. */
  private Path free(String name) throws IOException {
    int dot = name.lastIndexOf('.') > 0 ? name.lastIndexOf('.') : name.length();
    for (int number = 1; ; number++) {
      String behind = number == 1 ? "" : " (" + number + ")";
      Path place =
          folder.orElseThrow().resolve(name.substring(0, dot) + behind + name.substring(dot));
      try {
        return Files.createFile(place);
      } catch (FileAlreadyExistsException taken) {
        LOG.debug("{} is there already", place);
      }
    }
  }
}
