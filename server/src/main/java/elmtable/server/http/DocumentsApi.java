package elmtable.server.http;

import elmtable.server.message.DocumentMessages;
import elmtable.server.message.DocumentMessages.UpdatesView;
import elmtable.server.message.SheetMessages;
import elmtable.server.service.ChangeSets;
import elmtable.server.service.FileRenaming;
import elmtable.server.service.LineDifference;
import elmtable.server.service.Services;
import elmtable.server.service.Snapshot;
import elmtable.server.service.Workspace;
import elmtable.server.service.Workspace.Answer;
import elmtable.server.service.Workspace.Sent;
import elmtable.server.store.DocumentStore.Stored;
import elmtable.server.store.RunStore;
import elmtable.server.view.CaseOutcomes;
import elmtable.server.view.FixChanges;
import elmtable.server.view.HistoryViews;
import elmtable.server.view.UpdateViews;
import elmtable.server.view.analysis.Analyses;
import elmtable.text.TextChange;
import io.javalin.config.RoutesConfig;
import io.javalin.http.BadRequestResponse;
import io.javalin.http.ConflictResponse;
import io.javalin.http.Context;
import io.javalin.http.NotFoundResponse;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;

/** Documents as values: texts, updates, analyses, changes of several. */
final class DocumentsApi {
  static final String NOBODY = "local";
  private static final int LONGEST_NAME = 100;

  private final Supplier<Services> services;
  private final Analyses analyses;

  DocumentsApi(Supplier<Services> services, Analyses analyses) {
    this.services = services;
    this.analyses = analyses;
  }

  void routes(RoutesConfig routes) {
    routes.get("/api/documents", this::list);
    routes.post("/api/documents", this::create);
    routes.get("/api/documents/{id}", this::document);
    routes.delete("/api/documents/{id}", this::remove);
    routes.patch("/api/documents/{id}", this::rename);
    routes.post("/api/documents/{id}/restore", this::restore);
    routes.get("/api/documents/{id}/history", this::history);
    routes.get("/api/documents/{id}/texts/{version}", this::text);
    routes.post("/api/documents/{id}/take-back", this::takeBack);
    routes.get("/api/documents/{id}/updates", this::updates);
    routes.post("/api/documents/{id}/updates", this::update);
    routes.post("/api/documents/{id}/difference", this::difference);
    routes.get("/api/documents/{id}/analysis", this::analysis);
    routes.get("/api/documents/{id}/outcomes", this::outcomes);
    routes.get("/api/removed", ctx -> ctx.json(removed()));
    routes.post("/api/changes", this::change);
    routes.post("/api/changes/{id}/undo", this::undo);
    routes.post("/api/fixes", this::fix);
  }

  private Workspace workspace() {
    return services.get().workspace();
  }

  /** All documents, or those at one path. */
  private void list(Context ctx) {
    String path = ctx.queryParam("path");
    if (path != null && ctx.queryParam("text") != null) {
      // Whoever opens a document needs no second question.
      Snapshot snapshot = workspace().snapshot();
      List<DocumentMessages.DocumentText> texts =
          Optional.ofNullable(snapshot.revisions().get(path)).stream()
              .map(revision -> view(snapshot.document(revision.id())))
              .toList();
      ctx.header("Cache-Control", "no-store").json(texts);
      return;
    }
    List<DocumentMessages.DocumentHandle> found =
        workspace().snapshot().revisions().entrySet().stream()
            .filter(entry -> path == null || entry.getKey().equals(path))
            .map(entry ->
                new DocumentMessages.DocumentHandle(
                    entry.getValue().id(), entry.getKey(), entry.getValue().version()))
            .sorted((a, b) -> a.path().compareTo(b.path()))
            .toList();
    ctx.json(found);
  }

  private void create(Context ctx) {
    DocumentMessages.NewDocumentRequest ask =
        ctx.bodyAsClass(DocumentMessages.NewDocumentRequest.class);
    DocumentPath.require(ask.path());
    if (workspace().project().files().version(ask.path()).isPresent()) {
      throw new ConflictResponse(
          "There is a file “" + ask.path() + "” already; choose another name.");
    }
    Stored made = workspace().create(ask.path(), ask.text(), author(ask.author()));
    ctx.status(201).header("Location", "/api/documents/" + made.id()).json(view(made));
  }

  private static DocumentMessages.DocumentText view(Stored document) {
    return new DocumentMessages.DocumentText(
        document.id(), document.path(), document.version(), document.text());
  }

  private void document(Context ctx) {
    ctx.header("Cache-Control", "no-store").json(view(workspace().snapshot().document(id(ctx))));
  }

  private void remove(Context ctx) {
    workspace().remove(id(ctx));
    ctx.status(204);
  }

  private void restore(Context ctx) {
    ctx.json(view(workspace().restore(id(ctx))));
  }

  private void rename(Context ctx) {
    DocumentMessages.RenameRequest ask = ctx.bodyAsClass(DocumentMessages.RenameRequest.class);
    DocumentPath.require(ask.path());
    FileRenaming.rename(workspace(), id(ctx), ask.path(), NOBODY);
    ctx.json(view(workspace().snapshot().document(id(ctx))));
  }

  private void history(Context ctx) {
    Stored document = workspace().snapshot().document(id(ctx));
    long before =
        Answers.number(Optional.ofNullable(ctx.queryParam("before")).orElse(""))
            .orElse(document.version());
    ctx.json(HistoryViews.of(services.get().documents(), document, before));
  }

  /** A document as it was. */
  private void text(Context ctx) {
    Stored document = workspace().snapshot().document(id(ctx));
    long version =
        Answers.number(ctx.pathParam("version"))
            .filter(number -> number <= document.version())
            .orElseThrow(() ->
                new NotFoundResponse("There is no version “" + ctx.pathParam("version") + "”."));
    ctx.json(
        new DocumentMessages.DocumentText(
            document.id(),
            document.path(),
            version,
            services.get().documents().text(document.id(), version)));
  }

  private void takeBack(Context ctx) {
    DocumentMessages.TakeBackRequest ask = ctx.bodyAsClass(DocumentMessages.TakeBackRequest.class);
    ctx.json(view(workspace().takeBack(id(ctx), ask.version(), author(ask.author()))));
  }

  private List<DocumentMessages.RemovedDocument> removed() {
    return workspace().removed().stream()
        .map(each ->
            new DocumentMessages.RemovedDocument(
                each.id(), each.path(), each.at().isEmpty() ? null : each.at()))
        .toList();
  }

  private void updates(Context ctx) {
    long since = number(ctx, "since");
    Stored document = workspace().snapshot().document(id(ctx));
    if (since < 0 || since > document.version()) {
      throw new BadRequestResponse(
          "“since” is a version of the document, from 0 to " + document.version() + ".");
    }
    ctx.json(
        new UpdatesView(
            document.version(), UpdateViews.of(workspace().since(document.id(), since))));
  }

  private void update(Context ctx) {
    DocumentMessages.UpdatesRequest ask = ctx.bodyAsClass(DocumentMessages.UpdatesRequest.class);
    Sent sent =
        new Sent(ask.version(), ask.client(), ask.first(), author(ask.author()), ask.updates());
    switch (workspace().update(id(ctx), sent)) {
      case Answer.Accepted accepted -> ctx.json(new UpdatesView(accepted.version(), List.of()));
      case Answer.Behind behind ->
          Answers.behind(ctx, new UpdatesView(behind.version(), UpdateViews.of(behind.since())));
    }
  }

  /** For a page that is too far behind for single updates. */
  private void difference(Context ctx) {
    DocumentMessages.DifferenceRequest ask =
        ctx.bodyAsClass(DocumentMessages.DifferenceRequest.class);
    Stored document = workspace().snapshot().document(id(ctx));
    TextChange change = LineDifference.between(ask.text(), document.text());
    ctx.json(new DocumentMessages.DifferenceView(document.version(), change));
  }

  private void analysis(Context ctx) {
    Snapshot snapshot = workspace().snapshot();
    String path = snapshot.document(id(ctx)).path();
    ctx.json(
        analyses
            .view(snapshot, path, Optional.ofNullable(ctx.queryParam("since")).orElse(""))
            .orElseThrow());
  }

  private void outcomes(Context ctx) {
    Snapshot snapshot = workspace().snapshot();
    Stored document = snapshot.document(id(ctx));
    RunStore runs = services.get().store();
    ctx.json(
        new SheetMessages.OutcomesView(
            document.version(),
            CaseOutcomes.ofDocument(
                snapshot.checked(), document.path(), runs::lastOutcome, runs::usualMillis)));
  }

  private void change(Context ctx) {
    DocumentMessages.ChangesRequest ask = ctx.bodyAsClass(DocumentMessages.ChangesRequest.class);
    ask.documents().forEach(each -> DocumentPath.require(each.path()));
    List<ChangeSets.Part> parts =
        ask.documents().stream()
            .map(each -> new ChangeSets.Part(each.path(), each.version(), each.change()))
            .toList();
    ctx.status(201).json(view(services.get().changeSets().apply(parts, author(ask.author()))));
  }

  private void undo(Context ctx) {
    ctx.json(view(services.get().changeSets().undo(id(ctx), author(ctx.queryParam("author")))));
  }

  private static DocumentMessages.ChangesDone view(ChangeSets.Done done) {
    return new DocumentMessages.ChangesDone(done.id(), done.leftOut());
  }

  private void fix(Context ctx) {
    SheetMessages.FixRequest ask = ctx.bodyAsClass(SheetMessages.FixRequest.class);
    ctx.json(
        FixChanges.of(workspace().snapshot(), ask)
            .orElseThrow(() ->
                new NotFoundResponse(
                    "The problem is gone or was changed meanwhile, so there is nothing to mend.")));
  }

  private static String author(String told) {
    if (told == null || told.isBlank()) {
      return NOBODY;
    }
    String name = told.strip();
    return name.substring(0, Math.min(LONGEST_NAME, name.length()));
  }

  private static long id(Context ctx) {
    return Answers.number(ctx.pathParam("id"))
        .orElseThrow(() ->
            new NotFoundResponse(
                "There is nothing with the number “" + ctx.pathParam("id") + "”."));
  }

  private static long number(Context ctx, String name) {
    return Answers.number(Optional.ofNullable(ctx.queryParam(name)).orElse(""))
        .orElseThrow(() -> new BadRequestResponse("“" + name + "” is a whole number."));
  }
}
