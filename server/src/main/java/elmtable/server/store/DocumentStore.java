package elmtable.server.store;

import elmtable.data.source.ProjectFiles;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** A project's documents with all their revisions, and its other files. */
public final class DocumentStore {
  private final Database database;
  private final ContentFiles contents;

  public DocumentStore(Database database) {
    this.database = database;
    this.contents = new ContentFiles(database.folder().resolve("files"));
  }

  /** A document as it is now. */
  public record Stored(String path, long revision, String text) {}

  /** Somebody else saved the document meanwhile. */
  public static final class ConflictException extends RuntimeException {
    private static final long serialVersionUID = 1;
    private final transient Stored current;

    ConflictException(Stored current) {
      super("The document “" + current.path() + "” was changed meanwhile.", null, false, false);
      this.current = current;
    }

    public Stored current() {
      return current;
    }
  }

  public Optional<String> projectName() {
    return Jdbc.query(
            database, "select name from project", statement -> {}, rows -> rows.getString(1))
        .stream()
        .findFirst();
  }

  /** Takes a folder's documents and files in as a new project. */
  public void importFolder(String name, Path folder) throws IOException {
    FolderReader reading = FolderReader.of(folder);
    Map<String, ContentFiles.Kept> files = new LinkedHashMap<>();
    for (String path : reading.files().paths()) {
      try (InputStream in = reading.files().open(path)) {
        files.put(path, contents.keep(in));
      }
    }
    database
        .writer()
        .now(connection -> {
          Jdbc.update(connection, "insert into project (id, name) values (1, ?)", name);
          for (Map.Entry<String, String> document : reading.documents().entrySet()) {
            insert(connection, document.getKey(), 1, document.getValue(), "import");
          }
          for (Map.Entry<String, ContentFiles.Kept> file : files.entrySet()) {
            Jdbc.update(
                connection,
                "insert into file (path, hash, size) values (?, ?, ?)",
                file.getKey(),
                file.getValue().hash(),
                file.getValue().size());
          }
          return null;
        });
  }

  /** Writes all documents and files to a folder, byte for byte. */
  public void exportFolder(Path folder) throws IOException {
    for (Stored document : documents()) {
      Path target = folder.resolve(document.path());
      Files.createDirectories(target.getParent());
      Files.writeString(target, document.text());
    }
    ProjectFiles files = files();
    for (String path : files.paths()) {
      Path target = folder.resolve(path);
      Files.createDirectories(target.getParent());
      try (InputStream in = files.open(path)) {
        Files.copy(in, target, StandardCopyOption.REPLACE_EXISTING);
      }
    }
  }

  public List<Stored> documents() {
    return Jdbc.query(
        database,
        "select path, revision, text from document where removed = 0 order by path",
        statement -> {},
        rows -> new Stored(rows.getString(1), rows.getLong(2), rows.getString(3)));
  }

  /**
   * Saves a text as the next revision and gives that. A revision of 0 makes a new document. Throws
   * {@link ConflictException} where the given revision is not the current one.
   */
  public long save(String path, String text, long revision, String author) {
    return database
        .writer()
        .now(connection -> {
          Optional<Stored> current = current(connection, path);
          long now = current.map(Stored::revision).orElse(0L);
          if (now != revision) {
            throw new ConflictException(current.orElse(new Stored(path, 0, "")));
          }
          insert(connection, path, now + 1, text, author);
          return now + 1;
        });
  }

  private static Optional<Stored> current(Connection connection, String path) throws SQLException {
    try (PreparedStatement statement =
        connection.prepareStatement(
            "select path, revision, text from document where path = ? and removed = 0")) {
      statement.setString(1, path);
      try (ResultSet rows = statement.executeQuery()) {
        return rows.next()
            ? Optional.of(new Stored(rows.getString(1), rows.getLong(2), rows.getString(3)))
            : Optional.empty();
      }
    }
  }

  private static void insert(
      Connection connection, String path, long revision, String text, String author)
      throws SQLException {
    Jdbc.update(
        connection,
        "insert into document (path, revision, text) values (?, ?, ?)"
            + " on conflict (path) do update set revision = excluded.revision, text = excluded.text, removed = 0",
        path,
        revision,
        text);
    Jdbc.update(
        connection,
        "insert into document_revision (path, revision, text, author, at) values (?, ?, ?, ?, ?)",
        path,
        revision,
        text,
        author,
        Instant.now().toString());
  }

  /** The files beside the documents, as they are now. */
  public ProjectFiles files() {
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
      String hash = hashes.get(path);
      if (hash == null) {
        throw new NoSuchFileException(path);
      }
      return contents.open(hash);
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
