package elmtable.server.http;

import elmtable.data.source.BrokenDataException;
import elmtable.data.source.ProjectFiles;
import elmtable.project.Project;
import elmtable.server.service.Services;
import elmtable.server.view.ProposalViews;
import elmtable.server.view.ReplacementViews;
import io.javalin.config.RoutesConfig;
import io.javalin.http.BadRequestResponse;
import io.javalin.http.Context;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.UUID;
import java.util.function.Function;
import java.util.function.Supplier;

/** What data files would give that are not taken in yet. */
final class TriedFilesApi {
  private final Supplier<Services> services;

  TriedFilesApi(Supplier<Services> services) {
    this.services = services;
  }

  void routes(RoutesConfig routes) {
    routes.post("/api/replacements/<path>", this::replacement);
    routes.post("/api/proposals/<path>", this::proposals);
  }

  private Project project() {
    return services.get().workspace().project();
  }

  /** What data sets would have of it in the place of the file that they read. */
  private void replacement(Context ctx) throws IOException {
    String path = ctx.pathParam("path");
    DocumentPath.requireFile(path);
    Project project = project();
    ctx.json(
        tried(ctx, path, files -> ReplacementViews.of(project, project.withFiles(files), path)));
  }

  /** The data sets that could be made of it, at the path or at a free one that is like it. */
  private void proposals(Context ctx) throws IOException {
    String wanted = ctx.pathParam("path");
    DocumentPath.requireFile(wanted);
    Project project = project();
    String path = free(wanted, project.files());
    try {
      ctx.json(tried(ctx, path, files -> ProposalViews.of(project, files, path)));
    } catch (BrokenDataException nothing) {
      throw new BadRequestResponse(nothing.getMessage());
    }
  }

  private static String free(String wanted, ProjectFiles files) {
    int dot = wanted.lastIndexOf('.');
    int end = dot > wanted.lastIndexOf('/') ? dot : wanted.length();
    String path = wanted;
    for (int number = 2; files.version(path).isPresent(); number++) {
      path = wanted.substring(0, end) + "-" + number + wanted.substring(end);
    }
    return path;
  }

  /** What is found with the body as the file at a path. */
  private <T> T tried(Context ctx, String path, Function<ProjectFiles, T> found)
      throws IOException {
    Path kept = Files.createTempFile("elm-table-", ".tried");
    try {
      try (InputStream body = new LimitedBody(ctx.bodyInputStream())) {
        Files.copy(body, kept, StandardCopyOption.REPLACE_EXISTING);
      }
      return found.apply(new ReplacedFile(project().files(), path, kept, UUID.randomUUID()));
    } finally {
      Files.delete(kept);
    }
  }
}
