package elmtable.server.http;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.core.JacksonException;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.MapperFeature;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.datatype.jsr310.JavaTimeModule;
import elmtable.plan.Plan;
import elmtable.plan.Planner;
import elmtable.plan.Selection;
import elmtable.server.intake.IntakeSheets;
import elmtable.server.live.LiveHub;
import elmtable.server.service.BadChangeException;
import elmtable.server.service.MissingChangeSetException;
import elmtable.server.service.MissingDocumentException;
import elmtable.server.service.MissingSecretException;
import elmtable.server.service.MissingUpdatesException;
import elmtable.server.service.PathTakenException;
import elmtable.server.service.RunService;
import elmtable.server.service.Services;
import elmtable.server.store.StoreException;
import elmtable.server.trial.Beginning;
import elmtable.server.view.PerSnapshot;
import elmtable.server.view.analysis.Analyses;
import io.javalin.Javalin;
import io.javalin.config.JavalinConfig;
import io.javalin.config.RoutesConfig;
import io.javalin.http.Context;
import io.javalin.http.HttpResponseException;
import io.javalin.http.staticfiles.Location;
import io.javalin.json.JavalinJackson;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.function.Supplier;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Serves the interface and the API on the loopback interface. */
public final class WebServer implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(WebServer.class);
  private static final long LONGEST_BODY = 100_000_000;

  /** What the interface is made of is compressed once; larger files are not among it. */
  private static final int LARGEST_FILE = 10_000_000;

  private final Javalin javalin;
  private final CompletableFuture<LiveHub> hub;

  private WebServer(Javalin javalin, CompletableFuture<LiveHub> hub) {
    this.javalin = javalin;
    this.hub = hub;
  }

  /**
   * Starts on a port; 0 takes a free one. The database may still be opening: requests that come
   * before it is open wait.
   */
  public static WebServer start(int port, CompletableFuture<Services> services) {
    Analyses analyses = new Analyses();
    ObjectMapper json = json();
    CompletableFuture<LiveHub> hub =
        services.thenApply(ready -> new LiveHub(ready, analyses, json));
    Javalin javalin =
        Javalin.create(config -> {
          configure(config, port, json);
          config.routes.before(Guard::check);
          config.routes.wsBeforeUpgrade("/api/live", Guard::checkUpgrade);
          config.routes.ws("/api/live", new LiveSocket(hub::join)::configure);
          new DocumentsApi(services::join, analyses).routes(config.routes);
          new FilesApi(services::join).routes(config.routes);
          new TriedFilesApi(services::join).routes(config.routes);
          new SettingsApi(services::join).routes(config.routes);
          PerSnapshot<Plan> plans =
              new PerSnapshot<>(of -> Planner.plan(of.checked(), Selection.everything()));
          new IntakeApi(services::join).routes(config.routes);
          new PagesApi(services::join).routes(config.routes);
          new StationsApi(services::join, plans).routes(config.routes);
          new RunsApi(services::join).routes(config.routes);
          new PlanApi(services::join, plans).routes(config.routes);
          new Api(services::join).routes(config.routes);
          errors(config.routes, services::join);
        });
    javalin.start();
    return new WebServer(javalin, hub);
  }

  private static void configure(JavalinConfig config, int port, ObjectMapper json) {
    config.startup.showJavalinBanner = false;
    config.jetty.host = "127.0.0.1";
    config.jetty.port = port;
    config.concurrency.useVirtualThreads = true;
    config.http.maxRequestSize = LONGEST_BODY;
    config.jsonMapper(new JavalinJackson(json, true));
    // The names of these change with what is in them.
    staticFiles(config, "/assets", Map.of("Cache-Control", "max-age=31536000, immutable"));
    staticFiles(config, "/", Map.of("Cache-Control", "max-age=0"));
    // Every place of the interface has an address; they all are this one page.
    config.spaRoot.addFile("/", "/elmtable/web/index.html", Location.CLASSPATH);
  }

  private static void staticFiles(JavalinConfig config, String path, Map<String, String> headers) {
    config.staticFiles.add(files -> {
      files.location = Location.CLASSPATH;
      files.hostedPath = path;
      files.directory = "/elmtable/web" + path;
      files.headers = headers;
      files.precompressMaxSize = LARGEST_FILE;
    });
  }

  private static ObjectMapper json() {
    return JsonMapper.builder()
        .addModule(new JavaTimeModule())
        .disable(SerializationFeature.WRITE_DATES_AS_TIMESTAMPS)
        .enable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
        .enable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS)
        .disable(DeserializationFeature.ACCEPT_FLOAT_AS_INT)
        .disable(MapperFeature.ALLOW_COERCION_OF_SCALARS)
        .annotationIntrospector(RequestBodies.introspector())
        .serializationInclusion(JsonInclude.Include.NON_NULL)
        .build();
  }

  private static void errors(RoutesConfig routes, Supplier<Services> services) {
    routes.exception(
        HttpResponseException.class,
        (failure, ctx) -> Answers.problem(ctx, failure.getStatus(), failure.getMessage()));
    routes.exception(
        MissingDocumentException.class,
        (missing, ctx) -> {
          boolean removed =
              services.get().workspace().removed().stream().anyMatch(r -> r.id() == missing.id());
          String remedy = " It was removed; bring it back, or close it.";
          Answers.problem(ctx, removed ? 410 : 404, missing.getMessage() + (removed ? remedy : ""));
        });
    routes.exception(
        MissingUpdatesException.class,
        (missing, ctx) -> Answers.thinned(ctx, missing.getMessage()));
    refuse(routes, MissingChangeSetException.class, 404);
    refuse(routes, PathTakenException.class, 409);
    refuse(routes, RunService.NothingToRunException.class, 409);
    refuse(routes, MissingSecretException.class, 409);
    refuse(routes, RunService.UnknownExecutableException.class, 400);
    refuse(routes, BadChangeException.class, 400);
    refuse(routes, IntakeSheets.MissingSheetException.class, 404);
    refuse(routes, Beginning.BadAddressException.class, 400);
    refuse(routes, Planner.BadSelectionException.class, 400);
    routes.exception(
        JacksonException.class,
        (broken, ctx) -> Answers.problem(ctx, 400, RequestBodies.reason(broken)));
    routes.exception(
        StoreException.class,
        (failed, ctx) -> {
          if (failed.isFull()) {
            Answers.full(ctx, failed.getMessage());
          } else {
            mistake(failed, ctx);
          }
        });
    routes.exception(Exception.class, WebServer::mistake);
  }

  private static <E extends Exception> void refuse(
      RoutesConfig routes, Class<E> refusal, int status) {
    routes.exception(refusal, (refused, ctx) -> Answers.problem(ctx, status, refused.getMessage()));
  }

  private static void mistake(Exception failure, Context ctx) {
    LOG.error("{} {} failed", ctx.method(), ctx.path(), failure);
    Answers.problem(ctx, 500, "The server made a mistake; its log says more.");
  }

  public int port() {
    return javalin.port();
  }

  @Override
  public void close() {
    hub.thenAccept(LiveHub::close);
    javalin.stop();
  }
}
