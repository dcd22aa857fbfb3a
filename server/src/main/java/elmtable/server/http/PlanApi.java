package elmtable.server.http;

import elmtable.check.CheckedProject;
import elmtable.plan.CasePlan;
import elmtable.plan.Plan;
import elmtable.plan.Planner;
import elmtable.plan.SavedPlan;
import elmtable.plan.Selection;
import elmtable.server.message.PlanMessages;
import elmtable.server.service.RunService;
import elmtable.server.service.Services;
import elmtable.server.service.Snapshot;
import elmtable.server.store.RunStore;
import elmtable.server.view.PerSnapshot;
import elmtable.server.view.PlanViews;
import elmtable.text.Problem;
import io.javalin.config.RoutesConfig;
import io.javalin.http.BadRequestResponse;
import io.javalin.http.Context;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Supplier;

/** What a selection would run. */
final class PlanApi {
  private static final int MOST_ON_A_PAGE = 500;

  private final Supplier<Services> services;
  private final PerSnapshot<Plan> wholePlans;

  PlanApi(Supplier<Services> services, PerSnapshot<Plan> wholePlans) {
    this.services = services;
    this.wholePlans = wholePlans;
  }

  void routes(RoutesConfig routes) {
    routes.get("/api/plans", ctx -> ctx.json(saved()));
    routes.get("/api/plan", this::plan);
    routes.get("/api/plan/executables", this::executables);
  }

  private static Selection selection(Context ctx) {
    return new Selection(
        ctx.queryParam("tags"),
        ctx.queryParams("suite"),
        ctx.queryParams("case"),
        ctx.queryParams("row"),
        List.of(),
        ctx.queryParams("environment"),
        ctx.queryParams("browser"));
  }

  private PlanViews views() {
    RunStore store = services.get().store();
    return new PlanViews(
        services.get().workspace().project(), store::lastOutcome, store::usualMillis);
  }

  private List<PlanMessages.SavedPlanView> saved() {
    CheckedProject checked = services.get().workspace().snapshot().checked();
    return SavedPlan.of(checked.project()).stream()
        .map(plan -> PlanViews.of(plan, checked))
        .toList();
  }

  private void plan(Context ctx) {
    Snapshot snapshot = services.get().workspace().snapshot();
    Selection selection = selection(ctx);
    Plan plan = Planner.plan(snapshot.checked(), selection);
    long all = everythingWhere(selection, snapshot).count();
    int workers = (int) number(ctx, "workers", RunService.USUAL_WORKERS);
    List<String> warnings = new ArrayList<>(services.get().runs().missing(plan));
    warnings.addAll(clashes(plan, snapshot.checked()));
    ctx.json(views().of(plan, all, Math.clamp(workers, 1, 64), warnings));
  }

  /** Executable cases with one name, which no report tells apart but by a number. */
  private static List<String> clashes(Plan plan, CheckedProject checked) {
    Map<String, Set<Integer>> headers = new TreeMap<>();
    plan.cases().stream()
        .filter(CasePlan::isIn)
        .map(CasePlan::entry)
        .forEach(entry ->
            headers
                .computeIfAbsent(entry.path(), path -> new HashSet<>())
                .add(entry.located().headerLine()));
    List<String> clashes = new ArrayList<>();
    headers.forEach((path, lines) ->
        checked.problems(path).stream()
            .filter(problem -> problem.problem() == Problem.EQUAL_NAMES)
            .filter(problem -> lines.contains(problem.range().line()))
            .map(problem -> path + ": " + problem.message())
            .forEach(clashes::add));
    return clashes;
  }

  /** Everything, in the environments and browsers of a selection. */
  private Plan everythingWhere(Selection selection, Snapshot snapshot) {
    if (selection.environments().isEmpty() && selection.browsers().isEmpty()) {
      return wholePlans.of(snapshot);
    }
    return Planner.plan(
        snapshot.checked(),
        Selection.everything()
            .withEnvironments(selection.environments().toArray(String[]::new))
            .withBrowsers(selection.browsers().toArray(String[]::new)));
  }

  /** A page of one case's executable cases, so that nothing has to be cut off. */
  private void executables(Context ctx) {
    Plan plan = Planner.plan(services.get().workspace().snapshot().checked(), selection(ctx));
    long index = number(ctx, "index", -1);
    if (index < 0 || index >= plan.cases().size()) {
      throw new BadRequestResponse("“index” is no place of a case in the plan.");
    }
    long from = number(ctx, "from", 0);
    int limit = (int) Math.clamp(number(ctx, "limit", MOST_ON_A_PAGE), 1, MOST_ON_A_PAGE);
    CasePlan of = plan.cases().get((int) index);
    ctx.json(new PlanMessages.ExecutablesView(from, views().executables(of.page(from, limit))));
  }

  private static long number(Context ctx, String name, long usual) {
    String written = ctx.queryParam(name);
    if (written == null) {
      return usual;
    }
    return Answers.number(written)
        .orElseThrow(
            () -> new BadRequestResponse("“" + name + "” is “" + written + "” and no number."));
  }
}
