package elmtable.server.store;

import com.fasterxml.jackson.core.type.TypeReference;
import com.fasterxml.jackson.databind.ObjectMapper;
import elmtable.project.TypedSecrets;
import elmtable.text.Names;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * The secrets of environments that were typed in, in one encrypted file beside the data; see {@link
 * SealedFiles}. They are in no document and no version control.
 */
public final class SecretFile implements TypedSecrets {
  private static final String FOLDER = "secrets";
  private static final String NAME = "typed.secrets";
  private static final ObjectMapper JSON = new ObjectMapper();

  private final Path file;
  private final SealedFiles sealed;

  private SecretFile(Path folder) {
    this.file = folder.resolve(NAME);
    this.sealed = new SealedFiles(folder);
  }

  /** In a folder inside another; it is made when the first secret is typed in. */
  public static SecretFile in(Path parent) {
    return new SecretFile(parent.resolve(FOLDER));
  }

  @Override
  public Optional<String> find(String environment, String name) {
    return Optional.ofNullable(all().get(key(environment, name)));
  }

  /** Keeps a secret, or takes it away where the value is empty. Throws {@link StoreException}. */
  public synchronized void put(String environment, String name, String value) {
    Map<String, String> all = new TreeMap<>(all());
    if (value.isEmpty()) {
      all.remove(key(environment, name));
    } else {
      all.put(key(environment, name), value);
    }
    try {
      // The folder and its secret are made by the first name that is asked for.
      sealed.nameOf(NAME);
      sealed.write(file, JSON.writeValueAsBytes(all));
    } catch (IOException failed) {
      throw StoreException.writing(failed);
    }
  }

  private static String key(String environment, String name) {
    return Names.key(environment) + "\n" + Names.key(name);
  }

  private synchronized Map<String, String> all() {
    if (!Files.exists(file)) {
      return Map.of();
    }
    try {
      return JSON.readValue(sealed.read(file), new TypeReference<TreeMap<String, String>>() {});
    } catch (IOException unreadable) {
      throw new StoreException(
          "The secrets that were typed in cannot be read: " + unreadable.getMessage() + ".",
          unreadable);
    }
  }
}
