package elmtable.server.store;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.datatype.jsr310.JavaTimeModule;
import elmtable.browser.BrowserState;
import elmtable.browser.Cookie;
import elmtable.formula.Value;
import elmtable.run.request.KeptSessions;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Kept sessions in files, each encrypted and named by its key's digest; see {@link SealedFiles}. A
 * file that cannot be read counts as none.
 */
public final class SessionFiles implements KeptSessions {
  private static final Logger LOG = LoggerFactory.getLogger(SessionFiles.class);
  private static final String FOLDER = "sessions";
  private static final String ENDING = ".session";

  private static final ObjectMapper JSON =
      JsonMapper.builder()
          .addModule(new JavaTimeModule())
          .disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
          .build();

  private final Path folder;
  private final SealedFiles sealed;

  private SessionFiles(Path folder) {
    this.folder = folder;
    this.sealed = new SealedFiles(folder);
  }

  /** In a folder inside another; it is made when the first session is kept. */
  public static SessionFiles in(Path parent) {
    return new SessionFiles(parent.resolve(FOLDER));
  }

  /** What a file holds. */
  private record Kept(
      String fixture,
      String environment,
      String browser,
      BrowserState state,
      Map<String, Given> gives,
      Instant setUpAt,
      long setUpMillis,
      int uses) {}

  /** A value with its kind, so that it is the same again. */
  private record Given(String kind, String text) {}

  /**
   * What can be told of a session: no value of a cookie or of storage.
   *
   * @param id names its file
   * @param uses how many cases were put into it
   * @param expires when its first cookie does; null where none has an end
   */
  public record Listed(
      String id,
      String fixture,
      String environment,
      String browser,
      Instant setUpAt,
      Duration setUp,
      int uses,
      List<String> cookies,
      List<String> domains,
      Instant expires) {}

  @Override
  public synchronized Optional<Session> find(String key) {
    return read(fileOf(key)).map(SessionFiles::session);
  }

  private static Session session(Kept kept) {
    Map<String, Value> gives = new TreeMap<>();
    kept.gives().forEach((name, given) -> gives.put(name, value(given)));
    return new Session(
        kept.fixture(),
        kept.environment(),
        kept.browser(),
        kept.state(),
        gives,
        kept.setUpAt(),
        Duration.ofMillis(kept.setUpMillis()));
  }

  @Override
  public synchronized void keep(String key, Session session) {
    Map<String, Given> gives = new TreeMap<>();
    for (Map.Entry<String, Value> given : session.gives().entrySet()) {
      Optional<Given> kept = given(given.getValue());
      if (kept.isEmpty()) {
        // Rows and lists may be of any size; such a fixture is set up once a run.
        return;
      }
      gives.put(given.getKey(), kept.get());
    }
    write(
        fileOf(key),
        new Kept(
            session.fixture(),
            session.environment(),
            session.browser(),
            session.state(),
            gives,
            session.setUpAt(),
            session.setUp().toMillis(),
            0));
  }

  private static Optional<Given> given(Value value) {
    return switch (value) {
      case Value.Text text -> Optional.of(new Given("text", text.text()));
      case Value.Num number -> Optional.of(new Given("number", number.text()));
      case Value.Truth truth -> Optional.of(new Given("yes/no", truth.text()));
      case Value.Day day -> Optional.of(new Given("date", day.text()));
      default -> Optional.empty();
    };
  }

  private static Value value(Given given) {
    return switch (given.kind()) {
      case "number" -> new Value.Num(new BigDecimal(given.text()));
      case "yes/no" -> Value.of(given.text().equals("yes"));
      case "date" -> new Value.Day(LocalDate.parse(given.text()));
      default -> Value.of(given.text());
    };
  }

  @Override
  public synchronized void used(String key) {
    Path file = fileOf(key);
    read(file).ifPresent(kept -> write(file, withUses(kept, kept.uses() + 1)));
  }

  private static Kept withUses(Kept kept, int uses) {
    return new Kept(
        kept.fixture(),
        kept.environment(),
        kept.browser(),
        kept.state(),
        kept.gives(),
        kept.setUpAt(),
        kept.setUpMillis(),
        uses);
  }

  @Override
  public synchronized void forget(String key) {
    delete(fileOf(key));
  }

  /** Forgets a session of the list; false where there is none. */
  public synchronized boolean forgetListed(String id) {
    return id.matches("[0-9a-f]{64}") && delete(folder.resolve(id + ENDING));
  }

  /** All sessions, the newest first. */
  public synchronized List<Listed> list() {
    if (!Files.isDirectory(folder)) {
      return List.of();
    }
    List<Listed> listed = new ArrayList<>();
    try (Stream<Path> files = Files.list(folder)) {
      for (Path file : files.filter(each -> each.toString().endsWith(ENDING)).toList()) {
        read(file).ifPresent(kept -> listed.add(listed(file, kept)));
      }
    } catch (IOException unreadable) {
      throw new StoreException("The kept sessions cannot be listed.", unreadable);
    }
    listed.sort(Comparator.comparing(Listed::setUpAt).reversed());
    return listed;
  }

  private static Listed listed(Path file, Kept kept) {
    String name = file.getFileName().toString();
    List<Cookie> cookies = kept.state().cookies();
    TreeSet<String> domains = new TreeSet<>(kept.state().storage().keySet());
    cookies.forEach(cookie -> domains.add(cookie.domain()));
    return new Listed(
        name.substring(0, name.length() - ENDING.length()),
        kept.fixture(),
        kept.environment(),
        kept.browser(),
        kept.setUpAt(),
        Duration.ofMillis(kept.setUpMillis()),
        kept.uses(),
        cookies.stream().map(Cookie::name).toList(),
        List.copyOf(domains),
        cookies.stream()
            .map(Cookie::expiry)
            .filter(expiry -> expiry != null)
            .min(Comparator.naturalOrder())
            .map(Instant::ofEpochSecond)
            .orElse(null));
  }

  private Path fileOf(String key) {
    return folder.resolve(sealed.nameOf(key) + ENDING);
  }

  private void write(Path file, Kept kept) {
    try {
      sealed.write(file, JSON.writeValueAsBytes(kept));
    } catch (JsonProcessingException impossible) {
      throw new IllegalStateException(impossible);
    } catch (IOException failed) {
      // A run goes on without: the session is set up again next time.
      LOG.warn("A session could not be kept in {}", folder, failed);
    }
  }

  private Optional<Kept> read(Path file) {
    if (!Files.exists(file)) {
      return Optional.empty();
    }
    try {
      return Optional.of(JSON.readValue(sealed.read(file), Kept.class));
    } catch (IOException unreadable) {
      LOG.warn("The kept session {} cannot be read; it is made anew", file, unreadable);
      return Optional.empty();
    }
  }

  private static boolean delete(Path file) {
    try {
      return Files.deleteIfExists(file);
    } catch (IOException failed) {
      throw new StoreException("A kept session cannot be forgotten.", failed);
    }
  }
}
