package elmtable.server.http;

import elmtable.data.file.InflationGuard;
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
import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipOutputStream;

/** Files as they are: data files taken in, and the whole project as a zip. */
final class FilesApi {
  /** In bytes, of one document. */
  private static final int LONGEST_DOCUMENT = 20_000_000;

  /** In characters, of all documents that come in at once. */
  private static final long MOST_TEXT = 200_000_000;

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
    List<Runnable> changes = new ArrayList<>();
    try (InputStream body = new LimitedBody(ctx.bodyInputStream())) {
      takeIn(ctx.pathParam("path"), body, changes);
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

  /**
   * Takes a zip in: documents of the same path get its text as a change, others are made. Nothing
   * is taken in of one that is refused.
   */
  private void importAll(Context ctx) throws IOException {
    Path file = Files.createTempFile("elm-table-", ".zip");
    try (InputStream body = new LimitedBody(ctx.bodyInputStream())) {
      Files.copy(body, file, StandardCopyOption.REPLACE_EXISTING);
      try (ProjectZip zip = ProjectZip.open(file, this::isInProject)) {
        importAll(zip);
      }
    } catch (InflationGuard.TooMuchException bomb) {
      throw new BadRequestResponse(
          "A file in the zip unpacks to far more than it takes there, and is not read on.");
    } catch (ZipException broken) {
      throw new BadRequestResponse("A file in the zip cannot be read: it is damaged or encrypted.");
    } finally {
      Files.delete(file);
    }
    ctx.status(204);
  }

  private void importAll(ProjectZip zip) throws IOException {
    Map<String, String> documents = new LinkedHashMap<>();
    List<String> others = new ArrayList<>();
    long length = 0;
    for (String path : zip.paths()) {
      try (InputStream in = zip.open(path)) {
        documentText(path, in)
            .ifPresentOrElse(text -> documents.put(path, text), () -> others.add(path));
      }
      length += documents.getOrDefault(path, "").length();
      if (length > MOST_TEXT) {
        throw new BadRequestResponse("The zip has more than 200 MB of documents.");
      }
    }
    workspace().requireFree(documents.keySet());
    for (String path : others) {
      try (InputStream in = zip.open(path)) {
        services.get().files().put(path, in);
      }
    }
    workspace().together(() -> documents.forEach(this::change));
  }

  private boolean isInProject(String path) {
    Project project = workspace().project();
    return project.document(path).isPresent() || project.files().version(path).isPresent();
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
    InputStream twice = new BufferedInputStream(content);
    twice.mark(RecordsText.LONGEST + 2);
    Optional<String> text = documentText(path, twice);
    if (text.isPresent()) {
      changes.add(() -> change(path, text.get()));
    } else {
      twice.reset();
      services.get().files().put(path, twice);
    }
  }

  /**
   * What a file's document holds; nothing for one that stays a file beside the documents. Throws
   * {@link BadRequestResponse} for one that cannot be taken in.
   */
  private Optional<String> documentText(String path, InputStream content) throws IOException {
    if (DocumentKind.holdsBlocks(path)) {
      DocumentPath.require(path);
      return Optional.of(text(path, content.readNBytes(LONGEST_DOCUMENT + 1)));
    }
    DocumentPath.requireFile(path);
    byte[] begin = content.readNBytes(DocumentKind.isRecords(path) ? RecordsText.LONGEST + 1 : 0);
    Optional<String> records = RecordsText.of(path, begin).filter(text -> !isOnlyFile(path));
    if (records.isEmpty() && workspace().snapshot().revision(path).isPresent()) {
      throw new BadRequestResponse(
          "“"
              + path
              + "” can be edited here; what takes its place must be UTF-8 of 2 MB at most. Give the"
              + " file another name, or remove the one that is here first.");
    }
    return records;
  }

  /** Whether a file is there that is no document; what takes its place goes where that is. */
  private boolean isOnlyFile(String path) {
    return workspace().snapshot().revision(path).isEmpty()
        && workspace().project().files().version(path).isPresent();
  }

  private static String text(String path, byte[] bytes) {
    if (bytes.length > LONGEST_DOCUMENT) {
      throw new BadRequestResponse(
          "“" + path + "” is longer than 20 MB; divide it into several documents.");
    }
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
}
