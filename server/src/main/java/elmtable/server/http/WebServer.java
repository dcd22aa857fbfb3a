package elmtable.server.http;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.core.JacksonException;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.datatype.jsr310.JavaTimeModule;
import elmtable.language.DocumentEditor;
import elmtable.plan.Planner;
import elmtable.server.service.RunService;
import elmtable.server.service.Services;
import elmtable.server.store.DocumentStore;
import elmtable.server.view.Views.ProblemDetails;
import io.javalin.Javalin;
import io.javalin.config.JavalinConfig;
import io.javalin.config.RoutesConfig;
import io.javalin.http.Context;
import io.javalin.http.HttpResponseException;
import io.javalin.http.HttpStatus;
import io.javalin.http.staticfiles.Location;
import io.javalin.json.JavalinJackson;
import java.util.concurrent.CompletableFuture;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Serves the interface and the API on the loopback interface. */
public final class WebServer implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(WebServer.class);
  private static final String PROBLEM_JSON = "application/problem+json";

  private final Javalin javalin;
  private final LiveStreams streams;

  private WebServer(Javalin javalin, LiveStreams streams) {
    this.javalin = javalin;
    this.streams = streams;
  }

  /**
   * Starts on a port; 0 takes a free one. The database may still be opening: requests that come
   * before it is open wait.
   */
  public static WebServer start(int port, CompletableFuture<Services> services) {
    LiveStreams streams = new LiveStreams(services);
    Api api = new Api(services::join, streams);
    Javalin javalin = Javalin.create(config -> configure(config, port, api));
    javalin.start();
    return new WebServer(javalin, streams);
  }

  private static void configure(JavalinConfig config, int port, Api api) {
    config.startup.showJavalinBanner = false;
    config.jetty.host = "127.0.0.1";
    config.jetty.port = port;
    config.concurrency.useVirtualThreads = true;
    config.jsonMapper(new JavalinJackson(json(), true));
    config.staticFiles.add("/elmtable/web", Location.CLASSPATH);
    // Every place of the interface has an address; they all are this one page.
    config.spaRoot.addFile("/", "/elmtable/web/index.html", Location.CLASSPATH);
    config.routes.before(Guard::check);
    api.routes(config.routes);
    errors(config.routes, api);
  }

  private static ObjectMapper json() {
    return JsonMapper.builder()
        .addModule(new JavaTimeModule())
        .disable(SerializationFeature.WRITE_DATES_AS_TIMESTAMPS)
        .disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
        .annotationIntrospector(RequestBodies.introspector())
        .serializationInclusion(JsonInclude.Include.NON_NULL)
        .build();
  }

  private static void errors(RoutesConfig routes, Api api) {
    routes.exception(
        HttpResponseException.class,
        (failure, ctx) -> problem(ctx, failure.getStatus(), failure.getMessage()));
    routes.exception(
        DocumentStore.ConflictException.class,
        (conflict, ctx) -> ctx.status(409).json(api.conflict(conflict)).contentType(PROBLEM_JSON));
    routes.exception(
        DocumentEditor.NoSuchLineException.class,
        (missing, ctx) ->
            problem(ctx, 409, missing.getMessage() + " The document was changed meanwhile."));
    routes.exception(
        Planner.BadSelectionException.class, (bad, ctx) -> problem(ctx, 400, bad.getMessage()));
    routes.exception(
        RunService.NothingToRunException.class,
        (nothing, ctx) -> problem(ctx, 409, nothing.getMessage()));
    routes.exception(
        JacksonException.class, (broken, ctx) -> problem(ctx, 400, RequestBodies.reason(broken)));
    routes.exception(
        Exception.class,
        (failure, ctx) -> {
          LOG.error("{} {} failed", ctx.method(), ctx.path(), failure);
          problem(ctx, 500, "The server made a mistake; its log says more.");
        });
  }

  private static void problem(Context ctx, int status, String detail) {
    String title = HttpStatus.forStatus(status).getMessage();
    ctx.status(status)
        .json(new ProblemDetails("about:blank", title, status, detail, null))
        .contentType(PROBLEM_JSON);
  }

  public int port() {
    return javalin.port();
  }

  @Override
  public void close() {
    streams.close();
    javalin.stop();
  }
}
