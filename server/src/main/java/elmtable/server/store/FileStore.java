package elmtable.server.store;

import elmtable.data.source.ProjectFiles;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The files beside a project's documents, by path; contents lie in a folder by their hash. */
public final class FileStore {
  private final Database database;
  private final ContentFiles contents;

  FileStore(Database database) {
    this.database = database;
    this.contents = new ContentFiles(database.folder().resolve("files"));
  }

  /** Keeps the content of a file; its path is not known to the store yet. */
  ContentFiles.Kept keep(ProjectFiles files, String path) throws IOException {
    try (InputStream in = files.open(path)) {
      return contents.keep(in);
    }
  }

  static void insert(Connection connection, String path, ContentFiles.Kept kept)
      throws SQLException {
    Jdbc.update(
        connection,
        "insert or replace into file (path, hash, size) values (?, ?, ?)",
        path,
        kept.hash(),
        kept.size());
  }

  /** Keeps a file, in place of the one that was there. */
  public void put(String path, InputStream content) throws IOException {
    ContentFiles.Kept kept = contents.keep(content);
    database
        .writer()
        .now(connection -> {
          insert(connection, path, kept);
          return null;
        });
  }

  /** The files as they are now. */
  public ProjectFiles current() {
    Map<String, String> hashes = new LinkedHashMap<>();
    Jdbc.query(
        database,
        "select path, hash from file order by path",
        statement -> {},
        rows -> hashes.put(rows.getString(1), rows.getString(2)));
    return new StoredFiles(Map.copyOf(hashes), contents);
  }

  private record StoredFiles(Map<String, String> hashes, ContentFiles contents)
      implements ProjectFiles {
    @Override
    public List<String> paths() {
      return hashes.keySet().stream().sorted().toList();
    }

    @Override
    public Optional<String> version(String path) {
      return Optional.ofNullable(hashes.get(path));
    }

    @Override
    public InputStream open(String path) throws IOException {
      return Files.newInputStream(local(path));
    }

    @Override
    public Path local(String path) throws IOException {
      String hash = hashes.get(path);
      if (hash == null) {
        throw new NoSuchFileException(path);
      }
      return contents.path(hash);
    }
  }
}
