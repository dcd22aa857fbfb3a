package elmtable.server.store;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;

/** The folder of a server's data, which belongs to one server at a time. */
public final class DataFolder implements AutoCloseable {
  private static final String LOCK = "server.lock";
  private static final String ADDRESS = "server.address";

  private final Path folder;
  private final FileChannel channel;
  private final FileLock lock;

  private DataFolder(Path folder, FileChannel channel, FileLock lock) {
    this.folder = folder;
    this.channel = channel;
    this.lock = lock;
  }

  /**
   * Makes the folder where it is missing, tells version control to leave it alone, and has the
   * database driver unpack its library here, as the system's temporary folder may be emptied.
   */
  public static void prepare(Path folder) throws IOException {
    Files.createDirectories(folder);
    Path ignore = folder.resolve(".gitignore");
    if (!Files.exists(ignore)) {
      Files.writeString(ignore, "*\n");
    }
    Path driver = Files.createDirectories(folder.resolve("driver"));
    System.setProperty("org.sqlite.tmpdir", driver.toAbsolutePath().toString());
  }

  /** Throws {@link StoreException} with the other one's address where a server has the folder. */
  public static DataFolder lock(Path folder) throws IOException {
    FileChannel channel =
        FileChannel.open(folder.resolve(LOCK), StandardOpenOption.CREATE, StandardOpenOption.WRITE);
    FileLock lock = tryLock(channel);
    if (lock == null) {
      channel.close();
      Path address = folder.resolve(ADDRESS);
      String where =
          Files.exists(address) ? " at " + Files.readString(address).strip() : " that is starting";
      throw new StoreException("it belongs to the server" + where + ". Use that one, or stop it.");
    }
    // One that was killed left its own.
    Files.deleteIfExists(folder.resolve(ADDRESS));
    return new DataFolder(folder, channel, lock);
  }

  private static FileLock tryLock(FileChannel channel) throws IOException {
    try {
      return channel.tryLock();
    } catch (OverlappingFileLockException ownProcess) {
      return null;
    }
  }

  /** Tells others where the server is that has the folder. */
  public void tell(String address) {
    try {
      Files.writeString(folder.resolve(ADDRESS), address, StandardCharsets.UTF_8);
    } catch (IOException full) {
      throw StoreException.writing(full);
    }
  }

  @Override
  public void close() {
    try {
      Files.deleteIfExists(folder.resolve(ADDRESS));
      lock.release();
      channel.close();
    } catch (IOException failed) {
      throw new StoreException("The data folder could not be let go.", failed);
    }
  }
}
