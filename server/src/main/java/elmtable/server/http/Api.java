package elmtable.server.http;

import elmtable.completion.Completion;
import elmtable.language.BlockKind;
import elmtable.plan.Plan;
import elmtable.plan.Planner;
import elmtable.plan.Selection;
import elmtable.project.Project;
import elmtable.project.entry.NamedBlock;
import elmtable.server.message.ProjectMessages;
import elmtable.server.message.RunMessages;
import elmtable.server.message.SheetMessages;
import elmtable.server.service.RunService;
import elmtable.server.service.Services;
import elmtable.server.service.Snapshot;
import elmtable.server.service.Workspace;
import elmtable.server.store.RunStore;
import elmtable.server.view.CaseOutcomes;
import elmtable.server.view.DocumentViews;
import elmtable.server.view.PerSnapshot;
import elmtable.server.view.PlanViews;
import elmtable.server.view.Problems;
import elmtable.server.view.RunViews;
import io.javalin.config.RoutesConfig;
import io.javalin.http.BadRequestResponse;
import io.javalin.http.Context;
import io.javalin.http.HandlerType;
import io.javalin.http.NotFoundResponse;
import java.io.IOException;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.function.Supplier;

/** The resources under {@code /api}. */
final class Api {
  private static final List<HandlerType> METHODS =
      List.of(
          HandlerType.GET,
          HandlerType.POST,
          HandlerType.PUT,
          HandlerType.PATCH,
          HandlerType.DELETE);

  private final Supplier<Services> services;
  private final PerSnapshot<Plan> wholePlans;

  /** {@code services} waits until the project is read, so that requests may come before. */
  Api(Supplier<Services> services, PerSnapshot<Plan> wholePlans) {
    this.services = services;
    this.wholePlans = wholePlans;
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
    routes.get("/api/tree", ctx -> ctx.json(tree()));
    routes.get("/api/problems", ctx -> ctx.json(problems()));
    routes.get("/api/keywords", ctx -> ctx.json(documentViews().keywords()));
    routes.post("/api/completions/<path>", this::complete);
    routes.get("/api/plan", this::plan);
    routes.get("/api/runs", ctx -> ctx.json(store().runs().stream().map(this::view).toList()));
    routes.post("/api/runs", this::startRun);
    routes.get("/api/runs/{id}", ctx -> ctx.json(runDetail(runId(ctx))));
    routes.get("/api/runs/{id}/cases/{number}", this::caseOfRun);
    routes.post("/api/runs/{id}/stop", this::stopRun);
    routes.post("/api/runs/{id}/pause", ctx -> pauseRun(ctx, true));
    routes.post("/api/runs/{id}/continue", ctx -> pauseRun(ctx, false));
    routes.get("/api/evidence/{file}", this::evidence);
    // Only places of the interface have addresses of their own; here are resources.
    for (HandlerType method : METHODS) {
      routes.addHttpHandler(method, "/api/<rest>", Api::unknown);
    }
  }

  private static void unknown(Context ctx) {
    throw new NotFoundResponse("There is nothing at " + ctx.path() + ".");
  }

  private ProjectMessages.ProjectView project() {
    Snapshot snapshot = workspace().snapshot();
    Project project = snapshot.project();
    Long going =
        store().runs().stream()
            .map(RunStore.StoredRun::id)
            .filter(runs()::isGoing)
            .findFirst()
            .orElse(null);
    return new ProjectMessages.ProjectView(
        workspace().name(),
        names(project, BlockKind.ENVIRONMENT),
        names(project, BlockKind.BROWSER),
        Problems.counts(snapshot.checked()),
        workspace().folderProblems().entrySet().stream()
            .map(file -> new ProjectMessages.FileProblem(file.getKey(), file.getValue()))
            .sorted(Comparator.comparing(ProjectMessages.FileProblem::path))
            .toList(),
        going);
  }

  private ProjectMessages.TreeView tree() {
    Snapshot snapshot = workspace().snapshot();
    return documentViews().tree(new CaseOutcomes(plan(snapshot), store()::lastOutcome));
  }

  /** The plan of everything, worked out once for a snapshot. */
  private Plan plan(Snapshot snapshot) {
    return wholePlans.of(snapshot);
  }

  private static List<String> names(Project project, BlockKind kind) {
    return project.index().named(kind).stream().map(NamedBlock::name).toList();
  }

  private List<ProjectMessages.PathProblems> problems() {
    return workspace().snapshot().checked().problems().entrySet().stream()
        .filter(entry -> !entry.getValue().isEmpty())
        .map(entry ->
            new ProjectMessages.PathProblems(entry.getKey(), Problems.of(entry.getValue())))
        .toList();
  }

  private DocumentViews documentViews() {
    return new DocumentViews(workspace().snapshot());
  }

  private void complete(Context ctx) {
    SheetMessages.CompletionRequest ask = ctx.bodyAsClass(SheetMessages.CompletionRequest.class);
    Completion.Result result =
        Completion.at(
            workspace().project(), ctx.pathParam("path"), ask.line() - 1, ask.cell(), ask.text());
    List<SheetMessages.SuggestionView> suggestions =
        result.suggestions().stream()
            .map(s ->
                new SheetMessages.SuggestionView(
                    s.insert(),
                    s.label(),
                    s.matched(),
                    s.why(),
                    s.signature(),
                    s.note(),
                    s.parameters()))
            .toList();
    ctx.json(
        new SheetMessages.CompletionView(
            result.offer().name().toLowerCase(Locale.ROOT), suggestions));
  }

  private void plan(Context ctx) {
    Snapshot snapshot = workspace().snapshot();
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
    long all = everythingWhere(selection, snapshot).count();
    ctx.json(PlanViews.of(plan, snapshot.project(), all, store()::lastOutcome));
  }

  /** Everything, in the environments and browsers of a selection. */
  private Plan everythingWhere(Selection selection, Snapshot snapshot) {
    if (selection.environments().isEmpty() && selection.browsers().isEmpty()) {
      return plan(snapshot);
    }
    return Planner.plan(
        snapshot.checked(),
        Selection.everything()
            .withEnvironments(selection.environments().toArray(String[]::new))
            .withBrowsers(selection.browsers().toArray(String[]::new)));
  }

  private void startRun(Context ctx) {
    RunMessages.RunRequest ask = ctx.bodyAsClass(RunMessages.RunRequest.class);
    for (String each : ask.identities() == null ? List.<String>of() : ask.identities()) {
      if (each.isBlank()) {
        throw new BadRequestResponse("“identities” has an empty one; leave it out to run all.");
      }
    }
    Selection selection =
        new Selection(
            ask.tags(),
            ask.suites(),
            ask.cases(),
            List.of(),
            ask.identities(),
            ask.environments(),
            ask.browsers());
    String title = ask.title() == null || ask.title().isBlank() ? "everything" : ask.title();
    long id = runs().start(selection, title, RunChoicesReader.read(ask));
    ctx.status(201).header("Location", "/api/runs/" + id).json(view(store().run(id).orElseThrow()));
  }

  private RunMessages.RunView view(RunStore.StoredRun run) {
    return RunViews.of(run, runs().isPaused(run.id()));
  }

  private static long runId(Context ctx) {
    return number(ctx, "id");
  }

  private static long number(Context ctx, String name) {
    String written = ctx.pathParam(name);
    return Answers.number(written)
        .orElseThrow(
            () -> new NotFoundResponse("“" + written + "” is no number of a run or case."));
  }

  private RunMessages.RunDetailView runDetail(long id) {
    RunStore.StoredRun run =
        store().run(id).orElseThrow(() -> new NotFoundResponse("There is no run " + id + "."));
    return new RunMessages.RunDetailView(
        view(run), store().cases(id).stream().map(RunViews::of).toList());
  }

  private void caseOfRun(Context ctx) {
    long id = runId(ctx);
    long number = number(ctx, "number");
    RunMessages.RunDetailView run = runDetail(id);
    RunMessages.RunCaseView testCase =
        run.cases().stream()
            .filter(c -> c.number() == number)
            .findFirst()
            .orElseThrow(() -> new NotFoundResponse("Run " + id + " has no case " + number + "."));
    List<RunMessages.CaseHistory> history =
        store().history(testCase.identity()).stream()
            .map(h -> new RunMessages.CaseHistory(h.run(), h.outcome()))
            .toList();
    ctx.json(
        new RunMessages.CaseRunView(
            run.run(), testCase, RunViews.tree(store().events(id, (int) number)), history));
  }

  private void stopRun(Context ctx) {
    long id = runId(ctx);
    if (!runs().stop(id)) {
      throw new NotFoundResponse("Run " + id + " is not going.");
    }
    ctx.status(202);
  }

  private void pauseRun(Context ctx, boolean wait) {
    long id = runId(ctx);
    if (!runs().pause(id, wait)) {
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
}
