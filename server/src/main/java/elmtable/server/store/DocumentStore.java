package elmtable.server.store;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import elmtable.data.source.ProjectFiles;
import elmtable.project.DocumentKind;
import elmtable.text.TextChange;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * A project's documents with all their updates. A document's version is the number of its updates;
 * its text is kept whole now and then, and worked out from there.
 */
public final class DocumentStore {
  /** After so many updates the text is kept whole. */
  private static final int UPDATES_OF_A_TEXT = 200;

  private static final ObjectMapper JSON = new ObjectMapper();

  private final Database database;
  private final FileStore files;

  public DocumentStore(Database database) {
    this.database = database;
    this.files = new FileStore(database);
  }

  /** A document as it is now. */
  public record Stored(long id, String path, long version, String text) {}

  /**
   * One change of a document.
   *
   * @param version the version that it made
   * @param client the page that made it, unique for each load of a page
   * @param number counts a client's updates of a document from 0
   */
  public record Update(
      long version, String client, long number, String author, Instant at, TextChange change) {}

  /** A document that was removed; {@code at} is empty where nobody noted when. */
  public record Removed(long id, String path, long version, String at) {}

  public Optional<String> projectName() {
    return Jdbc.query(
            database, "select name from project", statement -> {}, rows -> rows.getString(1))
        .stream()
        .findFirst();
  }

  /** The files beside the documents. */
  public FileStore files() {
    return files;
  }

  /** Takes a folder's documents and files in as a new project. */
  public void importFolder(String name, Path folder) throws IOException {
    FolderReader reading = FolderReader.of(folder);
    Map<String, String> texts = new TreeMap<>(reading.documents());
    Map<String, ContentFiles.Kept> kept = new TreeMap<>();
    for (String path : reading.files().paths()) {
      Optional<String> records = records(reading.files(), path);
      if (records.isPresent()) {
        texts.put(path, records.get());
      } else {
        kept.put(path, files.keep(reading.files(), path));
      }
    }
    database
        .writer()
        .now(connection -> {
          Jdbc.update(connection, "insert into project (id, name) values (1, ?)", name);
          for (Map.Entry<String, String> document : texts.entrySet()) {
            insert(connection, document.getKey(), document.getValue(), "import");
          }
          for (Map.Entry<String, ContentFiles.Kept> file : kept.entrySet()) {
            FileStore.insert(connection, file.getKey(), file.getValue());
          }
          return null;
        });
  }

  private static Optional<String> records(ProjectFiles files, String path) throws IOException {
    if (!DocumentKind.isRecords(path)) {
      return Optional.empty();
    }
    try (InputStream in = files.open(path)) {
      return RecordsText.of(path, in.readNBytes(RecordsText.LONGEST + 1));
    }
  }

  /** All documents that are there, by path. */
  public List<Stored> documents() {
    return Jdbc.query(
            database,
            "select id, path, version from document where removed is null order by path",
            statement -> {},
            rows -> new Stored(rows.getLong(1), rows.getString(2), rows.getLong(3), ""))
        .stream()
        .map(each ->
            new Stored(each.id(), each.path(), each.version(), text(each.id(), each.version())))
        .toList();
  }

  /** The text of a version, worked out from the last one kept before it. */
  public String text(long document, long version) {
    record Kept(long version, String text) {}
    Kept kept =
        Jdbc.query(
                database,
                "select version, text from document_text where document = ? and version <= ?"
                    + " order by version desc limit 1",
                statement -> {
                  statement.setLong(1, document);
                  statement.setLong(2, version);
                },
                rows -> new Kept(rows.getLong(1), rows.getString(2)))
            .stream()
            .findFirst()
            .orElseThrow(() ->
                new StoreException(
                    "Version " + version + " of document " + document + " is gone."));
    String text = kept.text();
    for (Update update : updates(document, kept.version(), version)) {
      text = update.change().apply(text);
    }
    return text;
  }

  /** The updates behind {@code after}, up to {@code last}. */
  public List<Update> updates(long document, long after, long last) {
    return Jdbc.query(
        database,
        "select version, client, number, author, at, change from document_update"
            + " where document = ? and version > ? and version <= ? order by version",
        statement -> {
          statement.setLong(1, document);
          statement.setLong(2, after);
          statement.setLong(3, last);
        },
        rows ->
            new Update(
                rows.getLong(1),
                rows.getString(2),
                rows.getLong(3),
                rows.getString(4),
                Instant.parse(rows.getString(5)),
                read(rows.getString(6))));
  }

  /** A version whose text was kept whole, with who made it. */
  public record KeptText(long version, String author, Instant at) {}

  /** The versions of a document that are there as whole texts, the oldest first. */
  public List<KeptText> texts(long document) {
    return Jdbc.query(
        database,
        "select version, author, at from document_text where document = ? order by version",
        statement -> statement.setLong(1, document),
        rows -> new KeptText(rows.getLong(1), rows.getString(2), Instant.parse(rows.getString(3))));
  }

  /**
   * Thins what is older than some time to one text an hour. A page that is behind one of them is
   * told that the history does not reach back that far.
   *
   * @return how many updates went
   */
  public int thin(Instant before) {
    return database.writer().now(connection -> HistoryThinning.thin(connection, this, before));
  }

  /** Makes a document with a first text, as version 0. */
  public Stored create(String path, String text, String author) {
    long id = database.writer().now(connection -> insert(connection, path, text, author));
    return new Stored(id, path, 0, text);
  }

  private static long insert(Connection connection, String path, String text, String author)
      throws SQLException {
    Jdbc.update(connection, "insert into document (path, version) values (?, 0)", path);
    long id = Jdbc.lastId(connection);
    keepText(connection, id, 0, text, author, Instant.now());
    return id;
  }

  static void keepText(
      Connection connection, long id, long version, String text, String author, Instant at)
      throws SQLException {
    Jdbc.update(
        connection,
        "insert or replace into document_text (document, version, text, author, at)"
            + " values (?, ?, ?, ?, ?)",
        id,
        version,
        text,
        author,
        at.toString());
  }

  /**
   * Updates of one document, to be put behind its last one.
   *
   * @param text what they make of it
   */
  public record Batch(long document, List<Update> updates, String text) {}

  /** Puts updates behind the last ones; returns when they are on disk. */
  public void append(Batch batch) {
    database
        .writer()
        .now(connection -> {
          append(connection, batch);
          return null;
        });
  }

  /** A number for changes that belong together. */
  public long newChangeSet(String author) {
    return database
        .writer()
        .now(connection -> {
          Jdbc.update(
              connection,
              "insert into change_set (author, at) values (?, ?)",
              author,
              Instant.now().toString());
          return Jdbc.lastId(connection);
        });
  }

  /** Puts updates of several documents behind their last ones, all or none. */
  public void append(long changeSet, List<Batch> batches) {
    database
        .writer()
        .now(connection -> {
          for (Batch batch : batches) {
            append(connection, batch);
            Jdbc.update(
                connection,
                "insert into change_set_part (change_set, document, version) values (?, ?, ?)",
                changeSet,
                batch.document(),
                batch.updates().getLast().version());
          }
          return null;
        });
  }

  /** The versions that a change set made, by document. */
  public Map<Long, Long> changeSet(long id) {
    Map<Long, Long> versions = new LinkedHashMap<>();
    Jdbc.query(
        database,
        "select document, version from change_set_part where change_set = ?",
        statement -> statement.setLong(1, id),
        rows -> versions.put(rows.getLong(1), rows.getLong(2)));
    return versions;
  }

  private static void append(Connection connection, Batch batch) throws SQLException {
    for (Update update : batch.updates()) {
      Jdbc.update(
          connection,
          "insert into document_update (document, version, client, number, author, at, change)"
              + " values (?, ?, ?, ?, ?, ?, ?)",
          batch.document(),
          update.version(),
          update.client(),
          update.number(),
          update.author(),
          update.at().toString(),
          write(update.change()));
    }
    Update last = batch.updates().getLast();
    Jdbc.update(
        connection,
        "update document set version = ? where id = ?",
        last.version(),
        batch.document());
    long before = batch.updates().getFirst().version() - 1;
    if (before / UPDATES_OF_A_TEXT < last.version() / UPDATES_OF_A_TEXT) {
      keepText(
          connection, batch.document(), last.version(), batch.text(), last.author(), last.at());
    }
  }

  /** Gives a document another path. */
  public void rename(long document, String path) {
    database
        .writer()
        .now(connection -> {
          Jdbc.update(connection, "update document set path = ? where id = ?", path, document);
          return null;
        });
  }

  /** Takes a document away; its text and history stay. */
  public void remove(long document) {
    mark(document, Instant.now().toString());
  }

  /** Brings a removed document back. */
  public void restore(long document) {
    mark(document, null);
  }

  private void mark(long document, String removed) {
    database
        .writer()
        .now(connection -> {
          Jdbc.update(
              connection, "update document set removed = ? where id = ?", removed, document);
          return null;
        });
  }

  /** What was removed, the last first. */
  public List<Removed> removed() {
    return Jdbc.query(
        database,
        "select id, path, version, removed from document where removed is not null"
            + " order by removed desc, id desc",
        statement -> {},
        rows ->
            new Removed(rows.getLong(1), rows.getString(2), rows.getLong(3), rows.getString(4)));
  }

  private static String write(TextChange change) {
    try {
      return JSON.writeValueAsString(change);
    } catch (JsonProcessingException impossible) {
      throw new IllegalStateException(impossible);
    }
  }

  private static TextChange read(String change) {
    try {
      return JSON.readValue(change, TextChange.class);
    } catch (JsonProcessingException broken) {
      throw new StoreException(
          "A stored change cannot be read: " + broken.getOriginalMessage(), broken);
    }
  }
}
