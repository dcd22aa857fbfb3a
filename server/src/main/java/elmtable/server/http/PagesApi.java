package elmtable.server.http;

import elmtable.beginning.FirstProject;
import elmtable.block.PageBlock;
import elmtable.browser.Locator;
import elmtable.locator.Fragility;
import elmtable.project.Project;
import elmtable.project.entry.PageEntry;
import elmtable.server.message.PageMessages.BeginRequest;
import elmtable.server.message.PageMessages.ElementView;
import elmtable.server.message.PageMessages.FirstDocuments;
import elmtable.server.message.PageMessages.FirstDocumentsRequest;
import elmtable.server.message.PageMessages.PageView;
import elmtable.server.message.PageMessages.TrialRequest;
import elmtable.server.service.Services;
import elmtable.server.service.Snapshot;
import elmtable.server.service.Workspace;
import elmtable.server.trial.Beginning;
import elmtable.server.trial.PageTrials;
import io.javalin.config.RoutesConfig;
import io.javalin.http.Context;
import io.javalin.http.NotFoundResponse;
import java.util.Map;
import java.util.function.Supplier;

/** Pages of the tested application, as they are described and as they are in a browser now. */
final class PagesApi {
  private final Supplier<Services> services;

  PagesApi(Supplier<Services> services) {
    this.services = services;
  }

  void routes(RoutesConfig routes) {
    routes.get("/api/pages/{name}", this::page);
    routes.post("/api/trials", this::trial);
    routes.post("/api/beginnings", this::look);
    routes.post("/api/beginnings/documents", this::begin);
  }

  private Snapshot snapshot() {
    return services.get().workspace().snapshot();
  }

  private static PageEntry entry(Project project, String name) {
    return project
        .index()
        .page(name)
        .orElseThrow(() -> new NotFoundResponse("There is no page “" + name + "”."));
  }

  private void page(Context ctx) {
    Project project = snapshot().project();
    PageEntry entry = entry(project, ctx.pathParam("name"));
    PageBlock block = new PageBlock(entry.located().block());
    ctx.json(
        new PageView(
            entry.name(),
            block.block().noteText(),
            entry.path(),
            entry.located().headerLine() + 1,
            block.path().map(path -> path.value()).orElse(""),
            block.elements().stream().map(element -> view(entry, element)).toList(),
            PageTrials.fixtures(project)));
  }

  private static ElementView view(PageEntry entry, PageBlock.Element element) {
    int line = entry.located().firstLine() + element.row().cell("element").range().line() + 1;
    String written = element.locator().source();
    return new ElementView(
        element.name(),
        line,
        element.by(),
        written,
        element.in(),
        element.note(),
        Locator.By.named(element.by())
            .flatMap(by -> Fragility.of(new Locator(by, written)))
            .orElse(null));
  }

  private void look(Context ctx) throws InterruptedException {
    BeginRequest ask = ctx.bodyAsClass(BeginRequest.class);
    ctx.json(services.get().beginning().look(ask.address()));
  }

  /** Makes the first documents; a project that has some of them already keeps them. */
  private void begin(Context ctx) {
    FirstDocumentsRequest ask = ctx.bodyAsClass(FirstDocumentsRequest.class);
    Workspace workspace = services.get().workspace();
    Map<String, String> documents = Beginning.documents(ask);
    String author =
        ask.author() == null || ask.author().isBlank() ? DocumentsApi.NOBODY : ask.author();
    workspace.together(() ->
        documents.forEach((path, text) -> {
          if (workspace.snapshot().revision(path).isEmpty()) {
            workspace.create(path, text, author);
          }
        }));
    ctx.status(201).json(new FirstDocuments(FirstProject.SUITE, documents.size()));
  }

  private void trial(Context ctx) throws InterruptedException {
    TrialRequest ask = ctx.bodyAsClass(TrialRequest.class);
    Project project = snapshot().project();
    PageEntry page = entry(project, ask.page());
    ctx.json(services.get().trials().run(project, page, ask));
  }
}
