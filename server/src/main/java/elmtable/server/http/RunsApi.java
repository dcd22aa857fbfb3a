package elmtable.server.http;

import elmtable.plan.Planner;
import elmtable.plan.SavedPlan;
import elmtable.plan.Selection;
import elmtable.run.event.Outcome;
import elmtable.run.request.RunChoices;
import elmtable.server.message.RunMessages;
import elmtable.server.service.RunService;
import elmtable.server.service.Services;
import elmtable.server.store.RunStore;
import elmtable.server.view.ComparisonViews;
import elmtable.server.view.FindingViews;
import elmtable.server.view.RunViews;
import elmtable.server.view.StepTree;
import io.javalin.config.RoutesConfig;
import io.javalin.http.BadRequestResponse;
import io.javalin.http.Context;
import io.javalin.http.NotFoundResponse;
import java.io.IOException;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ThreadLocalRandom;
import java.util.function.Supplier;

/** Runs: started, watched, stopped, and what came of them. */
final class RunsApi {
  private static final int MOST_SEEDS = 100_000;
  private static final int USUAL_PAGE = 200;
  private static final int MOST_ON_A_PAGE = 1000;
  private static final List<String> VERDICTS =
      List.of("product", "test", "data", "environment", "unstable");

  private final Supplier<Services> services;

  RunsApi(Supplier<Services> services) {
    this.services = services;
  }

  private RunService runs() {
    return services.get().runs();
  }

  private RunStore store() {
    return services.get().store();
  }

  void routes(RoutesConfig routes) {
    routes.get("/api/runs", ctx -> ctx.json(store().runs().stream().map(this::view).toList()));
    routes.post("/api/runs", this::start);
    routes.get("/api/runs/{id}", this::detail);
    routes.get("/api/runs/{id}/findings", this::findings);
    routes.put("/api/runs/{id}/findings/{key}/verdict", this::decide);
    routes.get("/api/runs/{id}/comparison", this::comparison);
    routes.get("/api/runs/{id}/cases", this::cases);
    routes.get("/api/runs/{id}/cases/{number}", this::caseOfRun);
    routes.get("/api/runs/{id}/cases/{number}/steps", this::steps);
    routes.post("/api/runs/{id}/stop", this::stop);
    routes.post("/api/runs/{id}/pause", ctx -> pause(ctx, true));
    routes.post("/api/runs/{id}/continue", ctx -> pause(ctx, false));
    routes.get("/api/runs/{id}/workers/{worker}/picture", this::picture);
    routes.get("/api/evidence/{file}", this::evidence);
  }

  private void start(Context ctx) {
    RunMessages.RunRequest ask = ctx.bodyAsClass(RunMessages.RunRequest.class);
    Optional<SavedPlan> plan = saved(ask.plan());
    Selection base = plan.map(SavedPlan::selection).orElse(Selection.everything());
    Selection selection =
        new Selection(
            ask.tags() == null ? base.tags() : ask.tags(),
            ask.suites() == null ? base.suites() : ask.suites(),
            ask.cases(),
            List.of(),
            identities(ask),
            ask.environments() == null ? base.environments() : ask.environments(),
            ask.browsers() == null ? base.browsers() : ask.browsers());
    RunChoices usual =
        RunChoices.usual(
            RunService.USUAL_WORKERS, ThreadLocalRandom.current().nextInt(1, MOST_SEEDS));
    RunChoices choices =
        RunChoicesReader.read(ask, plan.map(SavedPlan::block).map(usual::with).orElse(usual));
    long id = runs().start(selection, title(ask, plan), choices);
    ctx.status(201).header("Location", "/api/runs/" + id).json(view(run(id)));
  }

  private Optional<SavedPlan> saved(String name) {
    try {
      return name == null
          ? Optional.empty()
          : Optional.of(SavedPlan.named(services.get().workspace().project(), name));
    } catch (Planner.BadSelectionException unknown) {
      throw new BadRequestResponse(unknown.getMessage());
    }
  }

  private static String title(RunMessages.RunRequest ask, Optional<SavedPlan> plan) {
    return ask.title() == null || ask.title().isBlank()
        ? plan.map(SavedPlan::name).orElse("everything")
        : ask.title();
  }

  /** Those that are named, or those of an earlier run. */
  private List<String> identities(RunMessages.RunRequest ask) {
    if (ask.again() == null) {
      List<String> named = ask.identities() == null ? List.of() : ask.identities();
      if (named.stream().anyMatch(String::isBlank)) {
        throw new BadRequestResponse("“identities” has an empty one; leave it out to run all.");
      }
      return named;
    }
    run(ask.again());
    List<String> identities = store().identities(ask.again(), Boolean.TRUE.equals(ask.notPassed()));
    if (identities.isEmpty()) {
      throw new BadRequestResponse("Run " + ask.again() + " has no case that could be run again.");
    }
    return identities;
  }

  private RunMessages.RunView view(RunStore.StoredRun run) {
    return RunViews.of(run, runs().isPaused(run.id()));
  }

  private static long number(Context ctx, String name) {
    String written = ctx.pathParam(name);
    return Answers.number(written)
        .orElseThrow(
            () -> new NotFoundResponse("“" + written + "” is no number of a run or case."));
  }

  private RunStore.StoredRun run(long id) {
    return store().run(id).orElseThrow(() -> new NotFoundResponse("There is no run " + id + "."));
  }

  private void detail(Context ctx) {
    long id = number(ctx, "id");
    RunMessages.RunView run = view(run(id));
    ctx.json(
        RunViews.of(
            run,
            runs().suites(id),
            store().setUps(id),
            runs().isGoing(id) ? List.of() : store().leftFixtures(id)));
  }

  private void cases(Context ctx) {
    long id = number(ctx, "id");
    run(id);
    long from = asked(ctx, "from", 0, Integer.MAX_VALUE);
    int limit = (int) asked(ctx, "limit", USUAL_PAGE, MOST_ON_A_PAGE);
    String outcome = Optional.ofNullable(ctx.queryParam("outcome")).orElse("");
    if (!outcome.isEmpty()
        && Arrays.stream(Outcome.values()).noneMatch(one -> one.word().equals(outcome))) {
      throw new BadRequestResponse("“" + outcome + "” is no outcome.");
    }
    RunStore.CasePage page =
        store()
            .cases(
                id,
                Optional.ofNullable(ctx.queryParam("suite")).orElse(""),
                outcome,
                Optional.ofNullable(ctx.queryParam("text")).orElse(""),
                from,
                limit);
    ctx.json(RunViews.of(page, from));
  }

  private void findings(Context ctx) {
    ctx.json(FindingViews.of(store(), services.get().verdicts(), run(number(ctx, "id"))));
  }

  private void decide(Context ctx) {
    RunMessages.VerdictRequest ask = ctx.bodyAsClass(RunMessages.VerdictRequest.class);
    RunStore.StoredRun run = run(number(ctx, "id"));
    if (!ask.verdict().isEmpty() && !VERDICTS.contains(ask.verdict())) {
      throw new BadRequestResponse(
          "“" + ask.verdict() + "” is no verdict; one is " + String.join(", ", VERDICTS) + ".");
    }
    String key = ctx.pathParam("key");
    boolean known =
        FindingViews.of(store(), services.get().verdicts(), run).findings().stream()
            .anyMatch(finding -> finding.key().equals(key));
    if (!known) {
      throw new NotFoundResponse("Run " + run.id() + " has no finding “" + key + "”.");
    }
    String author = ask.author() == null ? "" : ask.author();
    services.get().verdicts().decide(key, ask.verdict(), author, run.id());
    ctx.status(204);
  }

  private void comparison(Context ctx) {
    long id = number(ctx, "id");
    run(id);
    Optional<Long> with =
        ctx.queryParam("with") == null
            ? store().before(id)
            : Optional.of(run(asked(ctx, "with", 0, Integer.MAX_VALUE)).id());
    ctx.json(ComparisonViews.of(store(), id, with));
  }

  private static long asked(Context ctx, String name, long usual, long most) {
    String written = ctx.queryParam(name);
    if (written == null) {
      return usual;
    }
    return Answers.number(written)
        .filter(number -> number <= most)
        .orElseThrow(() ->
            new BadRequestResponse(
                "“" + name + "” is “" + written + "”; it is a number up to " + most + "."));
  }

  private void caseOfRun(Context ctx) {
    long id = number(ctx, "id");
    long number = number(ctx, "number");
    RunStore.StoredRun run = run(id);
    RunMessages.RunCaseView testCase =
        store()
            .caseOf(id, number)
            .map(RunViews::of)
            .orElseThrow(() -> new NotFoundResponse("Run " + id + " has no case " + number + "."));
    List<RunMessages.CaseHistory> history =
        store().history(testCase.identity()).stream()
            .map(h -> new RunMessages.CaseHistory(h.run(), h.outcome()))
            .toList();
    StepTree tree = new StepTree();
    store().events(id, (int) number, tree::add);
    ctx.json(new RunMessages.CaseRunView(view(run), testCase, tree.count(), tree.roots(), history));
  }

  /** Some of the steps inside another one of a case, for which a case is too long. */
  private void steps(Context ctx) {
    long id = number(ctx, "id");
    long number = number(ctx, "number");
    run(id);
    StepTree page =
        StepTree.page(
            (int) asked(ctx, "parent", 0, Integer.MAX_VALUE),
            (int) asked(ctx, "from", 0, Integer.MAX_VALUE),
            (int) asked(ctx, "limit", USUAL_PAGE, MOST_ON_A_PAGE));
    store().events(id, (int) number, page::add);
    ctx.json(page.roots());
  }

  private void stop(Context ctx) {
    long id = number(ctx, "id");
    if (!runs().stop(id)) {
      throw new NotFoundResponse("Run " + id + " is not going.");
    }
    ctx.status(202);
  }

  private void pause(Context ctx, boolean wait) {
    long id = number(ctx, "id");
    if (!runs().pause(id, wait)) {
      throw new NotFoundResponse("Run " + id + " is not going.");
    }
    ctx.status(202);
  }

  /** The page of a worker, for who watches; nothing where it is at none. */
  private void picture(Context ctx) {
    ctx.header("Cache-Control", "no-store");
    runs()
        .picture(number(ctx, "id"), (int) number(ctx, "worker"))
        .ifPresentOrElse(
            picture -> ctx.contentType("image/jpeg").result(picture), () -> ctx.status(204));
  }

  private void evidence(Context ctx) throws IOException {
    String file = ctx.pathParam("file");
    if (!file.matches("[0-9a-f]{64}\\.[a-z0-9]{1,8}")) {
      throw new NotFoundResponse("There is no evidence “" + file + "”.");
    }
    // A page's source is shown as text: it must not run in the interface's own origin.
    ctx.contentType(
        switch (file.substring(file.indexOf('.'))) {
          case ".png" -> "image/png";
          case ".html", ".txt", ".csv" -> "text/plain; charset=utf-8";
          default -> "application/octet-stream";
        });
    ctx.header("Cache-Control", "private, max-age=31536000, immutable");
    ctx.result(store().open(file));
  }
}
