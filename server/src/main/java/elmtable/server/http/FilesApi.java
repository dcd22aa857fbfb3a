package elmtable.server.http;

import elmtable.data.source.ProjectFiles;
import elmtable.project.DocumentKind;
import elmtable.project.Project;
import elmtable.project.SourceDocument;
import elmtable.server.service.DemoFiles;
import elmtable.server.service.LineDifference;
import elmtable.server.service.Revision;
import elmtable.server.service.Services;
import elmtable.server.service.Workspace;
import elmtable.server.service.Workspace.Sent;
import elmtable.server.store.DocumentStore.Stored;
import elmtable.server.store.RecordsText;
import elmtable.text.SourceText;
import elmtable.text.TextChange;
import io.javalin.config.RoutesConfig;
import io.javalin.http.BadRequestResponse;
import io.javalin.http.ConflictResponse;
import io.javalin.http.Context;
import java.io.ByteArrayInputStream;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.SequenceInputStream;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;

/** Files as they are: data files taken in, and the whole project as a zip. */
final class FilesApi {
  private static final int MOST_ENTRIES = 10_000;

  private final Supplier<Services> services;

  FilesApi(Supplier<Services> services) {
    this.services = services;
  }

  void routes(RoutesConfig routes) {
    routes.put("/api/files/<path>", this::upload);
    routes.get("/api/export", this::exportAll);
    routes.post("/api/import", this::importAll);
    routes.post("/api/demo", this::importDemo);
  }

  private Workspace workspace() {
    return services.get().workspace();
  }

  private void upload(Context ctx) throws IOException {
    String path = ctx.pathParam("path");
    DocumentPath.requireFile(path);
    List<Runnable> changes = new ArrayList<>();
    try (InputStream body = new LimitedBody(ctx.bodyInputStream())) {
      takeIn(path, body, changes);
    }
    changes.forEach(Runnable::run);
    ctx.status(204);
  }

  private void exportAll(Context ctx) throws IOException {
    String name = workspace().name().replaceAll("[^\\p{L}\\p{N} _-]", "_");
    ctx.contentType("application/zip")
        .header("Content-Disposition", "attachment; filename=\"" + ascii(name) + ".zip\"");
    try (ZipOutputStream zip = new ZipOutputStream(ctx.outputStream())) {
      for (SourceDocument document : workspace().project().documents().values()) {
        zip.putNextEntry(new ZipEntry(document.path()));
        zip.write(document.text().getBytes(StandardCharsets.UTF_8));
      }
      Project project = workspace().project();
      ProjectFiles files = project.files();
      for (String path : files.paths()) {
        if (project.document(path).isPresent()) {
          continue;
        }
        zip.putNextEntry(new ZipEntry(path));
        try (InputStream in = files.open(path)) {
          in.transferTo(zip);
        }
      }
    }
  }

  private static String ascii(String name) {
    return name.replaceAll("[^\\x20-\\x7e]", "_");
  }

  /** Takes a zip in: documents of the same path get its text as a change, others are made. */
  private void importAll(Context ctx) throws IOException {
    List<Runnable> changes = new ArrayList<>();
    int entries = 0;
    try (ZipInputStream zip = new ZipInputStream(new LimitedBody(ctx.bodyInputStream()))) {
      for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
        if (entry.isDirectory() || ("/" + entry.getName()).contains("/.")) {
          continue;
        }
        if (++entries > MOST_ENTRIES) {
          throw new BadRequestResponse("The zip has more than " + MOST_ENTRIES + " files.");
        }
        takeIn(entry.getName(), zip, changes);
      }
    }
    if (entries == 0) {
      throw new BadRequestResponse("This is no zip file, or one without files.");
    }
    workspace().together(() -> changes.forEach(Runnable::run));
    ctx.status(204);
  }

  /** Makes the demo's project of one that is empty. */
  private void importDemo(Context ctx) throws IOException {
    if (!workspace().project().documents().isEmpty()) {
      throw new ConflictResponse("The demo goes into an empty project only.");
    }
    List<Runnable> changes = new ArrayList<>();
    DemoFiles.forEach((path, content) -> takeIn(path, content, changes));
    workspace().together(() -> changes.forEach(Runnable::run));
    ctx.status(204);
  }

  private void takeIn(String path, InputStream content, List<Runnable> changes) throws IOException {
    if (DocumentKind.holdsBlocks(path)) {
      DocumentPath.require(path);
      String text = text(path, content.readAllBytes());
      changes.add(() -> change(path, text));
      return;
    }
    DocumentPath.requireFile(path);
    byte[] begin = content.readNBytes(DocumentKind.isRecords(path) ? RecordsText.LONGEST + 1 : 0);
    Optional<String> records = RecordsText.of(path, begin).filter(text -> !isOnlyFile(path));
    if (records.isPresent()) {
      changes.add(() -> change(path, records.get()));
      return;
    }
    if (workspace().snapshot().revision(path).isPresent()) {
      throw new BadRequestResponse(
          "“"
              + path
              + "” can be edited here; what takes its place must be UTF-8 of 2 MB at most. Give the"
              + " file another name, or remove the one that is here first.");
    }
    InputStream whole =
        new SequenceInputStream(new ByteArrayInputStream(begin), new Unclosed(content));
    services.get().files().put(path, whole);
  }

  /** Whether a file is there that is no document; what takes its place goes where that is. */
  private boolean isOnlyFile(String path) {
    return workspace().snapshot().revision(path).isEmpty()
        && workspace().project().files().version(path).isPresent();
  }

  private static String text(String path, byte[] bytes) {
    try {
      return SourceText.normal(
          StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(bytes)).toString());
    } catch (CharacterCodingException noText) {
      throw new BadRequestResponse("“" + path + "” is not UTF-8; save it as UTF-8 first.");
    }
  }

  private void change(String path, String text) {
    Optional<Revision> known = workspace().snapshot().revision(path);
    if (known.isEmpty()) {
      workspace().create(path, text, "import");
      return;
    }
    Stored now = workspace().snapshot().document(known.get().id());
    TextChange change = LineDifference.between(now.text(), text);
    if (!change.isEmpty()) {
      workspace()
          .update(
              now.id(),
              new Sent(now.version(), "import", now.version(), "import", List.of(change)));
    }
  }

  /** One entry of a zip; whoever reads it does not end the zip. */
  private static final class Unclosed extends FilterInputStream {
    Unclosed(InputStream in) {
      super(in);
    }

    @Override
    public void close() {
      // The zip goes on.
    }
  }
}
