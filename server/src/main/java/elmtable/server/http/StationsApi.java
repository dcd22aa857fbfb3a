package elmtable.server.http;

import elmtable.check.CheckedProject;
import elmtable.language.BlockKind;
import elmtable.plan.CasePlan;
import elmtable.plan.Plan;
import elmtable.project.Environments;
import elmtable.project.Project;
import elmtable.project.ProjectIndex;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.DataEntry;
import elmtable.project.entry.NamedBlock;
import elmtable.project.entry.SuiteEntry;
import elmtable.refactoring.RenameTarget;
import elmtable.server.message.BlockMessages.BlockNode;
import elmtable.server.message.EnvironmentMessages.ForgetRequest;
import elmtable.server.message.EnvironmentMessages.SecretRequest;
import elmtable.server.message.FixtureMessages.KeptSessionView;
import elmtable.server.message.RefactoringMessages.RefactoringRequest;
import elmtable.server.message.RefactoringMessages.RepeatView;
import elmtable.server.service.Services;
import elmtable.server.service.Snapshot;
import elmtable.server.store.RunStore;
import elmtable.server.view.BlockViews;
import elmtable.server.view.CaseOutcomes;
import elmtable.server.view.DataViews;
import elmtable.server.view.EnvironmentViews;
import elmtable.server.view.LineSearch;
import elmtable.server.view.OrderViews;
import elmtable.server.view.PerSnapshot;
import elmtable.server.view.RefactoringViews;
import elmtable.server.view.RowLensViews;
import elmtable.server.view.UseViews;
import elmtable.text.Names;
import io.javalin.config.RoutesConfig;
import io.javalin.http.BadRequestResponse;
import io.javalin.http.ConflictResponse;
import io.javalin.http.Context;
import io.javalin.http.NotFoundResponse;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;

/** What the stations show beside documents: blocks, uses, rows of data, what surrounds a case. */
final class StationsApi {
  private static final int USUAL_ROWS = 200;
  private static final int MOST_ROWS = 2_000;

  /** Of the lines that hold a text, those that are told. */
  private static final int MOST_LINES = 50;

  private final Supplier<Services> services;
  private final PerSnapshot<Plan> plans;
  private final PerSnapshot<List<BlockNode>> blocks = new PerSnapshot<>(BlockViews::of);
  private final PerSnapshot<List<RepeatView>> repeats =
      new PerSnapshot<>(snapshot -> new RefactoringViews(snapshot).repeats());

  StationsApi(Supplier<Services> services, PerSnapshot<Plan> plans) {
    this.services = services;
    this.plans = plans;
  }

  void routes(RoutesConfig routes) {
    routes.get("/api/blocks", ctx -> ctx.json(blocks.of(snapshot())));
    routes.get("/api/uses", this::uses);
    routes.get("/api/lines", this::lines);
    routes.get("/api/repeats", ctx -> ctx.json(repeats.of(snapshot())));
    routes.post("/api/refactorings", this::preview);
    routes.get("/api/data/{name}", this::data);
    routes.get("/api/order", this::order);
    routes.get("/api/row", this::row);
    routes.get("/api/sessions", ctx -> ctx.json(sessions()));
    routes.delete("/api/sessions/{id}", this::forgetSession);
    routes.get("/api/environments", this::environments);
    routes.post("/api/environments/forget", this::forget);
    routes.put("/api/environments/secret", this::typeIn);
  }

  private Snapshot snapshot() {
    return services.get().workspace().snapshot();
  }

  private void uses(Context ctx) {
    Snapshot snapshot = snapshot();
    String name = required(ctx, "name");
    String word = required(ctx, "kind");
    String page = ctx.queryParam("page");
    RenameTarget thing =
        page != null
            ? new RenameTarget.Element(page, name)
            : new RenameTarget.Named(kind(word), name);
    RunStore runs = services.get().store();
    CaseOutcomes outcomes =
        new CaseOutcomes(plans.of(snapshot).cases(), runs::lastOutcome, runs::usualMillis);
    ctx.json(new UseViews(snapshot.project(), outcomes).of(thing));
  }

  private void lines(Context ctx) {
    ctx.json(LineSearch.of(snapshot().project(), required(ctx, "text").strip(), MOST_LINES));
  }

  private static BlockKind kind(String word) {
    return Arrays.stream(BlockKind.values())
        .filter(kind -> kind.word().equals(word))
        .findFirst()
        .orElseThrow(() -> new BadRequestResponse("“" + word + "” is no kind of block."));
  }

  private static String required(Context ctx, String name) {
    return Optional.ofNullable(ctx.queryParam(name))
        .filter(value -> !value.isBlank())
        .orElseThrow(() -> new BadRequestResponse("“" + name + "” is missing in the address."));
  }

  private void preview(Context ctx) {
    RefactoringRequest ask = ctx.bodyAsClass(RefactoringRequest.class);
    ctx.json(
        new RefactoringViews(snapshot())
            .preview(ask)
            .orElseThrow(() ->
                new ConflictResponse(
                    "“" + ask.path() + "” was changed meanwhile, or cannot do that; try again.")));
  }

  private void data(Context ctx) {
    String name = ctx.pathParam("name");
    CheckedProject checked = snapshot().checked();
    Project project = checked.project().in(environment(ctx));
    DataEntry entry =
        project
            .index()
            .dataSet(name)
            .orElseThrow(() -> new NotFoundResponse("There is no data set “" + name + "”."));
    long from = number(ctx, "from", 0);
    int most = (int) Math.min(MOST_ROWS, number(ctx, "most", USUAL_ROWS));
    ctx.json(DataViews.of(checked, project, entry, from, most, ctx.queryParam("leftOut") != null));
  }

  private static long number(Context ctx, String name, long usual) {
    String written = ctx.queryParam(name);
    return written == null
        ? usual
        : Answers.number(written)
            .orElseThrow(() -> new BadRequestResponse("“" + name + "” is a whole number."));
  }

  /** The name of an environment that there is; empty for the first one. */
  private String environment(Context ctx) {
    String wanted = Optional.ofNullable(ctx.queryParam("environment")).orElse("");
    return snapshot().project().index().named(BlockKind.ENVIRONMENT).stream()
        .map(named -> named.name())
        .filter(name -> Names.same(name, wanted))
        .findFirst()
        .orElse("");
  }

  /** The case of a line; a line of the suite itself means what all of its cases have. */
  private static CaseEntry caseAt(Snapshot snapshot, String path, long line) {
    List<CaseEntry> cases =
        snapshot.project().index().suites().stream()
            .filter(suite -> suite.path().equals(path))
            .map(SuiteEntry::cases)
            .flatMap(List::stream)
            .toList();
    return cases.stream()
        .filter(one -> line > one.located().firstLine() && line <= one.located().end())
        .findFirst()
        .or(() -> cases.stream().filter(one -> line <= one.located().firstLine()).findFirst())
        .orElseThrow(
            () -> new NotFoundResponse("There is no case in line " + line + " of “" + path + "”."));
  }

  /** A case with one row of its data. */
  private void row(Context ctx) {
    Snapshot snapshot = snapshot();
    CaseEntry entry = caseAt(snapshot, required(ctx, "path"), number(ctx, "line", 0));
    String environment =
        Optional.ofNullable(ctx.queryParam("environment"))
            .orElseGet(() ->
                snapshot.project().index().named(BlockKind.ENVIRONMENT).stream()
                    .findFirst()
                    .map(NamedBlock::name)
                    .orElse(""));
    ctx.json(new RowLensViews(snapshot.project(), environment).of(entry, number(ctx, "row", 1)));
  }

  private void order(Context ctx) {
    Snapshot snapshot = snapshot();
    CaseEntry entry = caseAt(snapshot, required(ctx, "path"), number(ctx, "line", 0));
    Optional<CasePlan> plan =
        plans.of(snapshot).cases().stream()
            .filter(each -> each.entry().located() == entry.located())
            .findFirst();
    ctx.json(new OrderViews(snapshot.project(), services.get().store()).of(entry, plan));
  }

  private List<KeptSessionView> sessions() {
    return services.get().sessions().list().stream()
        .map(listed ->
            new KeptSessionView(
                listed.id(),
                listed.fixture(),
                listed.environment(),
                listed.browser(),
                listed.setUpAt().toString(),
                listed.setUp().toMillis(),
                listed.uses(),
                // The first use did not save anything: it is what the session was made for.
                listed.setUp().toMillis() * Math.max(0, listed.uses() - 1),
                listed.cookies(),
                listed.domains(),
                listed.expires() == null ? null : listed.expires().toString()))
        .toList();
  }

  private void forgetSession(Context ctx) {
    if (!services.get().sessions().forgetListed(ctx.pathParam("id"))) {
      throw new NotFoundResponse("This session is not kept any more.");
    }
    ctx.status(204);
  }

  private void environments(Context ctx) {
    ctx.json(
        EnvironmentViews.of(
            snapshot().project(), services.get().kept().all(), services.get().secrets()));
  }

  /** Keeps a secret beside the data; it is never told again. */
  private void typeIn(Context ctx) {
    SecretRequest ask = ctx.bodyAsClass(SecretRequest.class);
    ProjectIndex index = snapshot().project().index();
    boolean known =
        index.named(BlockKind.ENVIRONMENT, ask.environment()).isPresent()
            && Environments.entries(index, ask.environment()).values().stream()
                .anyMatch(entry -> entry.secret() && Names.same(entry.name(), ask.name()));
    if (!known) {
      throw new BadRequestResponse(
          "The environment “" + ask.environment() + "” has no secret “" + ask.name() + "”.");
    }
    services.get().secrets().put(ask.environment(), ask.name(), ask.value());
    ctx.status(204);
  }

  private void forget(Context ctx) {
    ForgetRequest ask = ctx.bodyAsClass(ForgetRequest.class);
    services.get().kept().forget(ask.environment(), ask.name());
    ctx.status(204);
  }
}
