package elmtable.server.http;

import elmtable.completion.Completion;
import elmtable.language.BlockKind;
import elmtable.project.Project;
import elmtable.project.entry.NamedBlock;
import elmtable.server.message.ProjectMessages;
import elmtable.server.message.SheetMessages;
import elmtable.server.service.RunService;
import elmtable.server.service.Services;
import elmtable.server.service.Snapshot;
import elmtable.server.service.Workspace;
import elmtable.server.store.RunStore;
import elmtable.server.view.KeywordPage;
import elmtable.server.view.KeywordViews;
import elmtable.server.view.Problems;
import elmtable.server.view.ProjectTree;
import io.javalin.config.RoutesConfig;
import io.javalin.http.BadRequestResponse;
import io.javalin.http.Context;
import io.javalin.http.HandlerType;
import io.javalin.http.NotFoundResponse;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.function.Supplier;

/** The resources under {@code /api}. */
final class Api {
  /** Stands for a property where a tag of a feature is to be completed. */
  private static final String TAG = "@";

  /** A keyword and as many columns as a table can have. */
  private static final int MOST_CELLS = 500;

  private static final List<HandlerType> METHODS =
      List.of(
          HandlerType.GET,
          HandlerType.POST,
          HandlerType.PUT,
          HandlerType.PATCH,
          HandlerType.DELETE);

  private final Supplier<Services> services;
  private final ProjectTree tree = new ProjectTree();

  /** {@code services} waits until the project is read, so that requests may come before. */
  Api(Supplier<Services> services) {
    this.services = services;
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
    routes.get("/api/keywords", ctx -> ctx.json(keywordViews().keywords()));
    routes.get(
        "/api/keywords/reference.html",
        ctx -> ctx.html(KeywordPage.of(workspace().name(), keywordViews().keywords())));
    routes.post("/api/completions", this::completeStep);
    routes.post("/api/completions/<path>", this::complete);
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
    RunStore runs = store();
    // The changes are counted first, so that what comes meanwhile is looked at the next time.
    long changes = runs.outcomeChanges();
    return tree.of(
        workspace().snapshot(),
        new ProjectTree.Past(runs::lastOutcome, runs::usualMillis, changes));
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

  private KeywordViews keywordViews() {
    return new KeywordViews(workspace().snapshot());
  }

  private void complete(Context ctx) {
    SheetMessages.CompletionRequest ask = ctx.bodyAsClass(SheetMessages.CompletionRequest.class);
    requireCell(ask.cell());
    Project project = workspace().project();
    String path = ctx.pathParam("path");
    int line = ask.line() - 1;
    Completion.Result result;
    if (ask.property() == null) {
      result = Completion.at(project, path, line, ask.cell(), ask.text());
    } else if (ask.property().equals(TAG)) {
      result = Completion.ofTag(project, path, line, ask.text());
    } else {
      result = Completion.ofProperty(project, path, line, ask.property(), ask.text());
    }
    ctx.json(view(result));
  }

  private void completeStep(Context ctx) {
    SheetMessages.StepCompletionRequest ask =
        ctx.bodyAsClass(SheetMessages.StepCompletionRequest.class);
    requireCell(ask.cell());
    ctx.json(view(Completion.ofStep(workspace().project(), ask.cells(), ask.cell(), ask.text())));
  }

  private static void requireCell(int cell) {
    if (cell < 0 || cell > MOST_CELLS) {
      throw new BadRequestResponse(
          "“cell” is " + cell + "; the cells of a row are 0 to " + MOST_CELLS + ".");
    }
  }

  private static SheetMessages.CompletionView view(Completion.Result result) {
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
    return new SheetMessages.CompletionView(
        result.offer().name().toLowerCase(Locale.ROOT), suggestions);
  }
}
