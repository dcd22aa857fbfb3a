package elmtable.server.http;

import io.javalin.http.BadRequestResponse;
import java.util.regex.Pattern;

/** Paths of documents inside a project. */
final class DocumentPath {
  private static final Pattern FORM =
      Pattern.compile(
          "[^/\\\\.\\p{Cntrl}][^/\\\\\\p{Cntrl}]*(/[^/\\\\.\\p{Cntrl}][^/\\\\\\p{Cntrl}]*)*\\.(elmt|feature)");

  private DocumentPath() {}

  static void require(String path) {
    if (path.length() > 300 || !FORM.matcher(path).matches()) {
      throw new BadRequestResponse(
          "“"
              + path
              + "” is not a path of a document; one is written like suites/my-firings.elmt.");
    }
  }
}
