package elmtable.server.http;

import elmtable.check.CheckedProject;
import elmtable.completion.Completion;
import elmtable.language.BlockKind;
import elmtable.language.DocumentEditor;
import elmtable.language.SheetEdit;
import elmtable.plan.Plan;
import elmtable.plan.Planner;
import elmtable.plan.Selection;
import elmtable.project.NamedBlock;
import elmtable.project.Project;
import elmtable.project.SourceDocument;
import elmtable.server.service.RunService;
import elmtable.server.service.Services;
import elmtable.server.service.Workspace;
import elmtable.server.store.DocumentStore;
import elmtable.server.store.RunStore;
import elmtable.server.view.CaseOutcomes;
import elmtable.server.view.DocumentViews;
import elmtable.server.view.PlanViews;
import elmtable.server.view.Problems;
import elmtable.server.view.RunViews;
import elmtable.server.view.Views;
import io.javalin.config.RoutesConfig;
import io.javalin.http.BadRequestResponse;
import io.javalin.http.Context;
import io.javalin.http.NotFoundResponse;
import io.javalin.http.PreconditionRequiredResponse;
import java.io.IOException;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;

/** The resources under {@code /api}. */
final class Api {
  private final Supplier<Services> services;
  private final LiveStreams streams;

  /** {@code services} waits until the project is read, so that requests may come before. */
  Api(Supplier<Services> services, LiveStreams streams) {
    this.services = services;
    this.streams = streams;
  }

  private Workspace workspace() {
    return services.get().workspace();
  }

  private RunService runs() {
    return services.get().runs();
  }

  private RunStore store() {
    return services.get().store();
  }

  void routes(RoutesConfig routes) {
    routes.get("/api/project", ctx -> ctx.json(project()));
    routes.get("/api/tree", ctx -> ctx.json(documentViews().tree()));
    routes.get("/api/problems", ctx -> ctx.json(problems()));
    routes.get("/api/keywords", ctx -> ctx.json(documentViews().keywords()));
    routes.get("/api/documents/<path>", this::document);
    routes.put("/api/documents/<path>", this::saveDocument);
    routes.post("/api/edits/<path>", this::edit);
    routes.post("/api/previews/<path>", this::preview);
    routes.post("/api/completions/<path>", this::complete);
    routes.get("/api/plan", this::plan);
    routes.get("/api/runs", ctx -> ctx.json(store().runs().stream().map(RunViews::of).toList()));
    routes.post("/api/runs", this::startRun);
    routes.get("/api/runs/{id}", ctx -> ctx.json(runDetail(runId(ctx))));
    routes.get("/api/runs/{id}/cases/{number}", this::caseOfRun);
    routes.post("/api/runs/{id}/stop", this::stopRun);
    routes.get("/api/evidence/{file}", this::evidence);
    routes.sse("/api/runs/{id}/events", client -> streams.run(client, runId(client.ctx())));
    routes.sse("/api/changes", streams::changes);
  }

  private Views.ProjectView project() {
    Workspace.Snapshot snapshot = workspace().snapshot();
    Project project = snapshot.project();
    Long going =
        store().runs().stream()
            .map(RunStore.StoredRun::id)
            .filter(runs()::isGoing)
            .findFirst()
            .orElse(null);
    return new Views.ProjectView(
        workspace().name(),
        names(project, BlockKind.ENVIRONMENT),
        names(project, BlockKind.BROWSER),
        Problems.counts(snapshot.checked()),
        going);
  }

  private static List<String> names(Project project, BlockKind kind) {
    return project.index().named(kind).stream().map(NamedBlock::name).toList();
  }

  private List<Views.PathProblems> problems() {
    return workspace().snapshot().checked().problems().entrySet().stream()
        .filter(entry -> !entry.getValue().isEmpty())
        .map(entry -> new Views.PathProblems(entry.getKey(), Problems.of(entry.getValue())))
        .toList();
  }

  private DocumentViews documentViews() {
    return documentViews(workspace().snapshot());
  }

  private DocumentViews documentViews(Workspace.Snapshot snapshot) {
    return new DocumentViews(
        snapshot, new CaseOutcomes(snapshot.checked(), store().lastOutcomes()));
  }

  private void document(Context ctx) {
    answer(ctx, workspace().snapshot(), ctx.pathParam("path"));
  }

  private void answer(Context ctx, Workspace.Snapshot snapshot, String path) {
    Views.DocumentView view =
        documentViews(snapshot).view(path).orElseThrow(() -> noDocument(path));
    // The revision is the text's; its problems change with other documents.
    ctx.header("ETag", "\"" + view.revision() + "\"")
        .header("Cache-Control", "no-store")
        .json(view);
  }

  private static NotFoundResponse noDocument(String path) {
    return new NotFoundResponse("The project has no document “" + path + "”.");
  }

  private void saveDocument(Context ctx) {
    String path = ctx.pathParam("path");
    DocumentPath.require(path);
    answer(
        ctx,
        workspace().save(path, ctx.bodyAsClass(Views.SaveRequest.class).text(), revision(ctx)),
        path);
  }

  private void edit(Context ctx) {
    String path = ctx.pathParam("path");
    String text = edited(ctx, path);
    answer(ctx, workspace().save(path, text, revision(ctx)), path);
  }

  private String edited(Context ctx, String path) {
    SourceDocument document =
        workspace().project().document(path).orElseThrow(() -> noDocument(path));
    if (document.isFeature()) {
      throw new BadRequestResponse("“" + path + "” is a feature, which is edited as text.");
    }
    String text = document.text();
    for (SheetEdit edit : ctx.bodyAsClass(Views.EditRequest.class).edits()) {
      text = DocumentEditor.apply(text, EditLines.fromZero(edit));
    }
    return text;
  }

  /** The problems that a document would have after edits, which are not saved. */
  private void preview(Context ctx) {
    String path = ctx.pathParam("path");
    CheckedProject checked = workspace().snapshot().checked();
    CheckedProject changed = checked.with(checked.project().with(path, edited(ctx, path)));
    ctx.json(new Views.PreviewView(Problems.of(changed.problems(path)), Problems.counts(changed)));
  }

  /** The revision that a change starts from (RFC 9110, If-Match). */
  private static long revision(Context ctx) {
    String match = Optional.ofNullable(ctx.header("If-Match")).orElse("").replace("\"", "");
    if (!match.matches("\\d{1,18}")) {
      throw new PreconditionRequiredResponse(
          "Name the revision that you change in the header If-Match, 0 for a new document.");
    }
    return Long.parseLong(match);
  }

  private void complete(Context ctx) {
    Views.CompletionRequest ask = ctx.bodyAsClass(Views.CompletionRequest.class);
    Completion.Result result =
        Completion.at(
            workspace().project(), ctx.pathParam("path"), ask.line() - 1, ask.cell(), ask.text());
    List<Views.SuggestionView> suggestions =
        result.suggestions().stream()
            .map(s ->
                new Views.SuggestionView(
                    s.insert(),
                    s.label(),
                    s.matched(),
                    s.why(),
                    s.signature(),
                    s.note(),
                    s.parameters()))
            .toList();
    ctx.json(new Views.CompletionView(result.offer().name().toLowerCase(Locale.ROOT), suggestions));
  }

  private void plan(Context ctx) {
    Workspace.Snapshot snapshot = workspace().snapshot();
    Selection selection =
        new Selection(
            ctx.queryParam("tags"),
            ctx.queryParams("suite"),
            ctx.queryParams("case"),
            ctx.queryParams("row"),
            List.of(),
            ctx.queryParams("environment"),
            ctx.queryParams("browser"));
    Plan plan = Planner.plan(snapshot.checked(), selection);
    long all = new CaseOutcomes(snapshot.checked(), Map.of()).all();
    ctx.json(PlanViews.of(plan, snapshot.project(), all, store().lastOutcomes()));
  }

  private void startRun(Context ctx) {
    Views.RunRequest ask = ctx.bodyAsClass(Views.RunRequest.class);
    Selection selection =
        new Selection(
            ask.tags(),
            ask.suites(),
            ask.cases(),
            List.of(),
            ask.identities(),
            one(ask.environment()),
            one(ask.browser()));
    String title = ask.title() == null || ask.title().isBlank() ? "everything" : ask.title();
    long id = runs().start(selection, title);
    ctx.status(201)
        .header("Location", "/api/runs/" + id)
        .json(RunViews.of(store().run(id).orElseThrow()));
  }

  private static List<String> one(String name) {
    return name == null ? List.of() : List.of(name);
  }

  private static long runId(Context ctx) {
    return ctx.pathParamAsClass("id", Long.class).get();
  }

  private Views.RunDetailView runDetail(long id) {
    RunStore.StoredRun run =
        store().run(id).orElseThrow(() -> new NotFoundResponse("There is no run " + id + "."));
    return new Views.RunDetailView(
        RunViews.of(run), store().cases(id).stream().map(RunViews::of).toList());
  }

  private void caseOfRun(Context ctx) {
    long id = runId(ctx);
    int number = ctx.pathParamAsClass("number", Integer.class).get();
    Views.RunDetailView run = runDetail(id);
    Views.RunCaseView testCase =
        run.cases().stream()
            .filter(c -> c.number() == number)
            .findFirst()
            .orElseThrow(() -> new NotFoundResponse("Run " + id + " has no case " + number + "."));
    List<Views.CaseHistory> history =
        store().history(testCase.identity()).stream()
            .map(h -> new Views.CaseHistory(h.run(), h.outcome()))
            .toList();
    ctx.json(
        new Views.CaseRunView(
            run.run(), testCase, RunViews.tree(store().events(id, number)), history));
  }

  private void stopRun(Context ctx) {
    long id = runId(ctx);
    if (!runs().stop(id)) {
      throw new NotFoundResponse("Run " + id + " is not going.");
    }
    ctx.status(202);
  }

  private void evidence(Context ctx) throws IOException {
    String file = ctx.pathParam("file");
    if (!file.matches("[0-9a-f]{64}\\.(png|html)")) {
      throw new NotFoundResponse("There is no evidence “" + file + "”.");
    }
    // A page's source is shown as text: it must not run in the interface's own origin.
    ctx.contentType(file.endsWith(".png") ? "image/png" : "text/plain; charset=utf-8");
    ctx.header("Cache-Control", "private, max-age=31536000, immutable");
    ctx.result(store().open(file));
  }

  /** What others saved, for a page whose own change was refused. */
  Views.ProblemDetails conflict(DocumentStore.ConflictException conflict) {
    Views.DocumentView current = documentViews().view(conflict.current().path()).orElse(null);
    return new Views.ProblemDetails(
        "about:blank", "The document was changed meanwhile", 409, conflict.getMessage(), current);
  }
}
