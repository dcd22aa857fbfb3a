package elmtable.run;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import elmtable.keyword.MethodKeyword;
import elmtable.keyword.builtin.BuiltInKeywords;
import elmtable.project.Project;
import elmtable.project.TestProjects;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import elmtable.text.Severity;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Services and databases are real, the browser is not: what it is told to do is written down. */
@DisplayName("Built-in keywords")
class BuiltInKeywordsTest {
  private static final String WORLD =
      """
      environment local
      values
      | name         | value     |
      | base address | %s        |
      | stock        | %s        |

      page Kilns
      path: /kilns
      elements
      | element | by | locator |
      | Light   | id | light   |
      | Door    | id | door    |

      data people
      rows
      | name |
      | Olga |

      keyword hand over
      gives
      | name |
      | cup  |
      steps
      | give | raku |

      case a
      pages: Kilns
      steps
      """;

  /** A call of each keyword, in an order in which all pass. */
  private static final String EACH =
      """
      | open | Kilns |
      | open | Kilns | kind=gas |
      | go to address | /kilns |
      | go back |
      | go forward |
      | reload |
      | set window size | 800 | 600 |
      | use window | 2 |
      | close window |
      | go into frame | Door |
      | leave frame |
      | press | Light |
      | press twice | Light |
      | press with other button | Light |
      | press keys | Ctrl+A Tab | Light |
      | hover | Light |
      | drag | Light | Door |
      | scroll to | Light |
      | enter | Light | 980 |
      | add text | Light | 0 |
      | clear | Light |
      | choose | Light | tin |
      | choose several | Light | tin, ash |
      | tick | Light |
      | untick | Light |
      | attach file | Light | data/photo.txt |
      | accept dialog | dialog |
      | dismiss dialog |
      | answer dialog | two |
      | expect dialog | dialog |
      | expect dialog containing | ialo |
      | read dialog | => said |
      | expect no dialog |
      | expect shown | Light |
      | expect hidden | Light |
      | expect covered | Light |
      | expect text without | Light | dark |
      | expect texts | Light | <('Olga', 'Wren')> |
      | expect texts | Light | people |
      | expect table | Light | people |
      | read texts | Light | => texts |
      | set cookie | mug | blue | /kilns |
      | read cookie | mug | => cookie |
      | set storage | mug | red | session=yes |
      | read storage | mug | yes | => entry |
      | expect gone | Light |
      | expect enabled | Light |
      | expect disabled | Light |
      | expect ticked | Light | no |
      | expect text | Light | light |
      | expect text containing | Light | ligh |
      | expect no text | Light | dark |
      | expect value | Light | light |
      | expect attribute | Light | class | class |
      | expect count | Light | 3 |
      | expect title | title |
      | expect that | 1 + 1 = 2 |
      | read text | Light | => text |
      | read value | Light | => value |
      | read attribute | Light | href | => href |
      | read count | Light | => count |
      | read table | Light | => rows |
      | read address | => address |
      | expect address | <address> |
      | expect address starting with | / |
      | wait for address | <address> |
      | wait for | Light |
      | wait until gone | Light |
      | wait for quiet network |
      | pause | 1ms |
      | send request | POST | /echo | {"clay": "raku"} | X-Kiln: north |
      | expect status | 201 |
      | read from reply | /clay | => clay |
      | run on database | <stock> | update clay set kilos = 3 where name = 'grog' |
      | query database | <stock> | select kilos from clay order by kilos | => kilos |
      | compute | count * 2 | => double |
      | publish | cup | <clay> |
      | publish | mug | <clay> | keep=yes |
      | hand over | => cup |
      | run script | return 1 | => script |
      | take picture | done |
      | expect download | kilns.csv | => file |
      | log | <join(texts, '+')> <cookie> <entry> <said> |
      | log | <text> <value> <href> <count> <clay> <double> <cup> <count(rows)> <count(kilos)> |
      """;

  /** Those that a case which passes cannot call, with what becomes of it. */
  private static final Map<String, String> ENDING =
      Map.of(
          "fail", "| fail | because |",
          "skip the rest", "| skip the rest | because |",
          "expect no console errors", "| expect no console errors |");

  private final FakeBrowsers browsers = new FakeBrowsers();
  private final List<RunEvent> events = new ArrayList<>();
  private final List<String> headers = new ArrayList<>();
  private HttpServer server;
  private String stock;

  @BeforeEach
  void start(@TempDir Path folder) throws IOException, SQLException {
    server = HttpServer.create(new InetSocketAddress("localhost", 0), 0);
    server.createContext("/echo", this::echo);
    server.createContext("/text", exchange -> reply(exchange, 200, "no JSON"));
    server.start();
    stock = "jdbc:sqlite:" + folder.resolve("stock.db");
    try (Connection connection = DriverManager.getConnection(stock);
        Statement statement = connection.createStatement()) {
      statement.executeUpdate("create table clay (name text, kilos integer)");
      statement.executeUpdate("insert into clay values ('raku', 7), ('grog', null)");
    }
  }

  @AfterEach
  void stop() {
    server.stop(0);
  }

  private void echo(HttpExchange exchange) throws IOException {
    headers.add(
        exchange.getRequestMethod() + " " + exchange.getRequestHeaders().getFirst("X-Kiln"));
    headers.add(exchange.getRequestHeaders().getFirst("Content-Type"));
    String body = new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8);
    reply(exchange, 201, body);
  }

  private static void reply(HttpExchange exchange, int status, String body) throws IOException {
    byte[] bytes = body.getBytes(StandardCharsets.UTF_8);
    exchange.sendResponseHeaders(status, bytes.length == 0 ? -1 : bytes.length);
    exchange.getResponseBody().write(bytes);
    exchange.close();
  }

  private RunEvent.CaseFinished run(String steps) throws InterruptedException {
    String base = "http://localhost:" + server.getAddress().getPort() + "/";
    Project project =
        TestProjects.of(WORLD.formatted(base, stock) + steps, Map.of("data/photo.txt", "a photo"));
    assertEquals(List.of(), errors(project));
    TestRuns.run(project, browsers, events::add);
    return events.stream()
        .filter(RunEvent.CaseFinished.class::isInstance)
        .map(RunEvent.CaseFinished.class::cast)
        .findFirst()
        .orElseThrow();
  }

  private static List<String> errors(Project project) {
    return TestProjects.problems(project, "a.elmt").stream()
        .filter(problem -> problem.severity() == Severity.ERROR)
        .map(Object::toString)
        .toList();
  }

  private List<String> logged() {
    return events.stream()
        .filter(RunEvent.Logged.class::isInstance)
        .map(event -> ((RunEvent.Logged) event).text())
        .toList();
  }

  @Test
  void allOfThemAreCalledHere() {
    Set<String> called = new TreeSet<>(ENDING.keySet());
    (WORLD + EACH)
        .lines()
        .filter(line -> line.startsWith("| "))
        .forEach(line -> called.add(line.substring(2, line.indexOf(" |", 2)).strip()));
    Set<String> known = new TreeSet<>();
    for (MethodKeyword keyword : BuiltInKeywords.registry().all()) {
      known.add(keyword.signature().name());
    }
    known.removeAll(called);
    assertEquals(Set.of(), known, "keywords that no test calls");
  }

  @Test
  void eachDoesItsPart() throws InterruptedException {
    RunEvent.CaseFinished finished = run(EACH);
    assertNull(finished.failure(), () -> String.valueOf(finished.failure()));
    assertEquals(Outcome.PASSED, finished.outcome());
    assertTrue(logged().contains("light light href 3 raku 6 raku 2 2"), logged()::toString);
    assertTrue(logged().contains("1 row changed"), logged()::toString);
    assertTrue(logged().contains("Olga+Wren blue for /kilns red dialog"), logged()::toString);
    assertEquals(List.of("POST north", "application/json"), headers);
    List<String> done = browsers.done.stream().filter(what -> !what.startsWith("outline")).toList();
    for (String what :
        List.of(
            "press id light",
            "drag id light onto id door",
            "attach photo.txt a photo",
            "choose [tin, ash]",
            "resize 800 600",
            "use window 2",
            "tick id light true",
            "tick id light false",
            "answer two")) {
      assertTrue(done.contains(what), () -> what + " of " + done);
    }
  }

  @Test
  void whatAStepReadsHasItsShape() throws InterruptedException {
    run(
        """
        | read table | Light | => rows |
        | log | <row/name> <row/column 2> | * row in rows |
        | query database | <stock> | select name, kilos from clay order by name | => clays |
        | log | <clay/name>: <clay/kilos> | * clay in clays |
        """);
    assertEquals(List.of("Olga 7", "Wren 8", "grog: ", "raku: 7"), logged());
  }

  /** What goes wrong is said, with what was wanted. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '!',
      quoteCharacter = '^',
      value = {
        "| fail | because | ! FAILED ! because",
        "| skip the rest | because | ! SKIPPED ! ",
        "| expect no console errors | ! FAILED ! a is not defined",
        "| expect that | 1 = 2 | ! FAILED ! 1 = 2",
        "| expect text | Light | dark | ! FAILED ! light",
        "| accept dialog | other | ! FAILED ! dialog",
        "| expect dialog | other | ! FAILED ! dialog",
        "| expect count | Light | 1.5 | ! FAILED ! 1.5",
        "| set window size | 0 | 5 | ! FAILED ! 0",
        "| attach file | Light | gone.txt | ! ERROR ! no file “gone.txt”",
        "| expect status | 200 | ! FAILED ! No request was sent yet",
        "| read from reply | /a | ! FAILED ! No request was sent yet",
        "| send request | GET | http://localhost:1/ | ! FAILED ! Nothing answers at http://localhost:1/",
        "| send request | GET | http://a b/ | ! FAILED ! No request can be made of",
        "| send request | GET | /text | | kiln | ! FAILED ! “kiln” is not a header",
        "| query database | jdbc:nothing:x | select 1 | ! FAILED ! The query failed: No suitable driver",
        "| query database | <stock> | selec 1 | ! FAILED ! The query failed: [SQLITE_ERROR]",
        "| run on database | <stock> | drop table gone | ! FAILED ! The statement failed: [SQLITE_ERROR]",
      })
  void whatGoesWrongIsSaid(String step, Outcome outcome, String message)
      throws InterruptedException {
    RunEvent.CaseFinished finished = run(step + "\n");
    assertEquals(outcome, finished.outcome(), () -> String.valueOf(finished.failure()));
    if (message != null) {
      assertNotNull(finished.failure());
      assertTrue(finished.failure().toString().contains(message), finished.failure()::toString);
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '!',
      value = {
        "| expect status | 404 | ! The reply has another status; it says: no JSON",
        "| read from reply | /a | ! The reply is not JSON; it says: no JSON",
        "| read from reply | a | ! The reply is not JSON; it says: no JSON",
      })
  void aReplyThatDoesNotFitIsShown(String step, String message) throws InterruptedException {
    RunEvent.CaseFinished finished = run("| send request | GET | /text |\n" + step + "\n");
    assertEquals(Outcome.FAILED, finished.outcome());
    assertTrue(finished.failure().message().contains(message), finished.failure()::toString);
  }
}
