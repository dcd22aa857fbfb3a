package elmtable.server.http;

import io.javalin.http.BadRequestResponse;
import java.util.regex.Pattern;

/** Paths of documents inside a project. */
final class DocumentPath {
  /** Slashes of both kinds, control characters, and those that change the direction of writing. */
  private static final String NEVER = "/\\\\\\p{Cc}\\u200e\\u200f\\u202a-\\u202e\\u2066-\\u2069";

  private static final String NAME = "[^." + NEVER + "][^" + NEVER + "]*";
  private static final Pattern FORM =
      Pattern.compile(NAME + "(/" + NAME + ")*\\.(elmt|feature|csv|tsv)");

  private static final Pattern FILE = Pattern.compile(NAME + "(/" + NAME + ")*");

  private DocumentPath() {}

  static void require(String path) {
    if (path.length() > 300 || !FORM.matcher(path).matches()) {
      throw new BadRequestResponse(
          "“"
              + path
              + "” is not a path of a document; one is written like suites/my-firings.elmt.");
    }
  }

  /** The path of a file beside the documents. */
  static void requireFile(String path) {
    if (path.length() > 300 || !FILE.matcher(path).matches()) {
      throw new BadRequestResponse(
          "“" + path + "” is not a path of a file; one is written like data/prices.csv.");
    }
  }
}
