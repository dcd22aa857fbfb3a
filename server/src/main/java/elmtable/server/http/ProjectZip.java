package elmtable.server.http;

import elmtable.data.file.InflationGuard;
import elmtable.project.DocumentKind;
import elmtable.server.store.PassedOver;
import io.javalin.http.BadRequestResponse;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;

/**
 * A zip of a project, by the paths of its files. What is {@linkplain PassedOver passed over} in a
 * folder is so here, too. A program that packs a folder puts all of it into one folder; that is no
 * part of the paths where the project has the files without it, or a data set names one so.
 */
final class ProjectZip implements AutoCloseable {
  private static final int MOST_FILES = 10_000;

  /** As much of a document as is looked through for the files that it names. */
  private static final int LOOKED_AT = 1_000_000;

  /** Names that are not UTF-8 are mostly written as the first zip programs did. */
  private static final Charset OLD_NAMES = Charset.forName("IBM437");

  private static final Pattern FROM = Pattern.compile("(?im)^[ \\t]*from:(.+)$");

  private final ZipFile zip;
  private SortedMap<String, ZipEntry> entries;

  private ProjectZip(ZipFile zip, PassedOver passedOver) {
    this.zip = zip;
    this.entries = new TreeMap<>();
    for (ZipEntry entry : Collections.list(zip.entries())) {
      String path = path(entry);
      if (List.of(path.split("/")).contains("..")) {
        throw new BadRequestResponse("“" + path + "” leads out of the project.");
      }
      if (!entry.isDirectory() && !passedOver.has(path)) {
        entries.put(path, entry);
      }
    }
    if (entries.isEmpty()) {
      throw new BadRequestResponse("This is a zip without files of a project.");
    }
    if (entries.size() > MOST_FILES) {
      throw new BadRequestResponse("The zip has more than 10,000 files.");
    }
  }

  /**
   * Opens a zip. Throws {@link BadRequestResponse} for what is none.
   *
   * @param isInProject whether the project has a file at a path
   */
  static ProjectZip open(Path file, Predicate<String> isInProject) throws IOException {
    ZipFile zip = zipFile(file);
    try {
      ProjectZip opened = new ProjectZip(zip, passedOver(zip, ""));
      opened.unwrap(isInProject);
      return opened;
    } catch (IOException | RuntimeException refused) {
      zip.close();
      throw refused;
    }
  }

  private static ZipFile zipFile(Path file) throws IOException {
    try {
      return new ZipFile(file.toFile(), StandardCharsets.UTF_8);
    } catch (ZipException oldOrBroken) {
      try {
        return new ZipFile(file.toFile(), OLD_NAMES);
      } catch (ZipException broken) {
        throw new BadRequestResponse("This is no zip file, or a damaged one.");
      }
    }
  }

  private static PassedOver passedOver(ZipFile zip, String folder) throws IOException {
    ZipEntry named = zip.getEntry(folder + PassedOver.FILE);
    if (named == null) {
      return PassedOver.of("");
    }
    try (InputStream in = zip.getInputStream(named)) {
      return PassedOver.of(new String(in.readNBytes(LOOKED_AT), StandardCharsets.UTF_8));
    }
  }

  /** Some programs write the slashes of Windows. */
  private static String path(ZipEntry entry) {
    return entry.getName().replace('\\', '/');
  }

  private void unwrap(Predicate<String> isInProject) throws IOException {
    String first = entries.firstKey();
    String folder = first.substring(0, first.indexOf('/') + 1);
    if (folder.isEmpty() || !entries.lastKey().startsWith(folder) || has(isInProject)) {
      return;
    }
    SortedMap<String, ZipEntry> inside = new TreeMap<>();
    entries.forEach((path, entry) -> inside.put(path.substring(folder.length()), entry));
    if (inside.keySet().stream().anyMatch(isInProject) || namesOneOf(inside.keySet())) {
      inside.keySet().removeIf(passedOver(zip, folder)::has);
      entries = inside;
    }
  }

  private boolean has(Predicate<String> isInProject) {
    return entries.keySet().stream().anyMatch(isInProject);
  }

  /** Whether a data set is read from one of these files. */
  private boolean namesOneOf(Set<String> paths) throws IOException {
    for (Map.Entry<String, ZipEntry> each : entries.entrySet()) {
      if (DocumentKind.holdsBlocks(each.getKey())) {
        try (InputStream in = open(each.getKey())) {
          String text = new String(in.readNBytes(LOOKED_AT), StandardCharsets.UTF_8);
          Matcher from = FROM.matcher(text);
          while (from.find()) {
            if (paths.contains(from.group(1).strip())) {
              return true;
            }
          }
        }
      }
    }
    return false;
  }

  Set<String> paths() {
    return Collections.unmodifiableSet(entries.keySet());
  }

  InputStream open(String path) throws IOException {
    ZipEntry entry = entries.get(path);
    return new InflationGuard(zip.getInputStream(entry), entry.getCompressedSize());
  }

  @Override
  public void close() throws IOException {
    zip.close();
  }
}
