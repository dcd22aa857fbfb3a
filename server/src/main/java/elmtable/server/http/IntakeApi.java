package elmtable.server.http;

import elmtable.project.Project;
import elmtable.server.intake.IntakeSheets;
import elmtable.server.message.IntakeMessages.DraftsRequest;
import elmtable.server.message.IntakeMessages.IntakeRequest;
import elmtable.server.service.Services;
import elmtable.server.service.Workspace;
import elmtable.server.store.DocumentStore.Stored;
import io.javalin.config.RoutesConfig;
import io.javalin.http.BadRequestResponse;
import io.javalin.http.Context;
import java.io.IOException;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Supplier;

/**
 * Sheets of manual scenarios, what their sentences mean, and the cases that are drafted of them.
 */
final class IntakeApi {
  private final Supplier<Services> services;

  IntakeApi(Supplier<Services> services) {
    this.services = services;
  }

  void routes(RoutesConfig routes) {
    routes.get("/api/intake", ctx -> ctx.json(IntakeSheets.paths(project())));
    routes.get("/api/intake/<path>", ctx -> view(ctx, ctx.pathParam("path")));
    routes.post("/api/intake", this::decide);
    routes.post("/api/drafts", this::draft);
  }

  private Workspace workspace() {
    return services.get().workspace();
  }

  private Project project() {
    return workspace().project();
  }

  private void view(Context ctx, String path) {
    ctx.json(services.get().intake().view(project(), path));
  }

  private void decide(Context ctx) throws IOException {
    IntakeRequest ask = ctx.bodyAsClass(IntakeRequest.class);
    services
        .get()
        .intake()
        .decide(
            project(),
            ask.path(),
            ask.mapping(),
            ask.decisions() == null ? List.of() : ask.decisions());
    view(ctx, ask.path());
  }

  /** Makes a suite of draft cases, in a document of its own. */
  private void draft(Context ctx) throws IOException {
    DraftsRequest ask = ctx.bodyAsClass(DraftsRequest.class);
    if (ask.keys().isEmpty()) {
      throw new BadRequestResponse("“keys” names no scenario.");
    }
    String text = services.get().intake().draft(project(), ask.path(), ask.name(), ask.keys());
    String author =
        ask.author() == null || ask.author().isBlank() ? DocumentsApi.NOBODY : ask.author();
    Stored made = workspace().create(freePath(ask.name()), text, author);
    ctx.status(201).json(Map.of("path", made.path(), "id", made.id()));
  }

  private String freePath(String name) {
    String word =
        name.toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]+", "-").replaceAll("^-|-$", "");
    String base = "suites/" + (word.isEmpty() ? "drafts" : word);
    String path = base + ".elmt";
    for (int number = 2; workspace().snapshot().revision(path).isPresent(); number++) {
      path = base + "-" + number + ".elmt";
    }
    return path;
  }
}
