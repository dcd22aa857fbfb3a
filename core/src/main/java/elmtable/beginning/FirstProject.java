package elmtable.beginning;

import elmtable.browser.Locator;
import elmtable.browser.Survey.PageElement;
import elmtable.browser.Survey.Proposal;
import elmtable.formula.Escapes;
import elmtable.language.DocumentParser;
import elmtable.language.Printer;
import elmtable.text.Names;
import java.net.URI;
import java.net.URISyntaxException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A project that begins with the address of an application: an environment, a browser, a page with
 * elements of the live page, and a first case that opens it and expects its title.
 *
 * @param base scheme, host and port
 * @param path of the first page, with its query and fragment, by which some applications tell their
 *     pages
 */
public record FirstProject(String base, String path) {
  /** Where the documents are put. */
  public static final String SUITE = "suites/first-steps.elmt";

  private static final String ENVIRONMENTS = "environments.elmt";

  /** An element that is taken into the page, under a name. */
  public record Named(String name, Locator locator) {}

  /** Reads an address as somebody types it; nothing where it is none. */
  public static Optional<FirstProject> at(String written) {
    String address = written.strip();
    boolean hasScheme = address.matches("(?i)https?://.*");
    if (!hasScheme && address.matches("(?i)[a-z][a-z0-9+.-]*:/.*")) {
      // What is mistyped would be taken for the name of a host.
      return Optional.empty();
    }
    String whole = hasScheme ? address : "http://" + address;
    try {
      URI uri = new URI(whole);
      if (uri.getHost() == null || address.isEmpty()) {
        return Optional.empty();
      }
      String path = uri.getRawPath() == null || uri.getRawPath().isEmpty() ? "/" : uri.getRawPath();
      String query = uri.getRawQuery() == null ? "" : "?" + uri.getRawQuery();
      String fragment = uri.getRawFragment() == null ? "" : "#" + uri.getRawFragment();
      String base =
          uri.getScheme().toLowerCase(Locale.ROOT) + "://" + uri.getHost() + port(uri.getPort());
      return Optional.of(new FirstProject(base, path + query + fragment));
    } catch (URISyntaxException noAddress) {
      return Optional.empty();
    }
  }

  private static String port(int port) {
    return port < 0 ? "" : ":" + port;
  }

  /** What is needed to open the page at all. */
  public Map<String, String> bare(String page) {
    Map<String, String> documents = new LinkedHashMap<>();
    documents.put(
        ENVIRONMENTS,
        """
        environment local
        values
        | name | value | note |
        | base address | %s | where paths of pages count from |
        """
            .formatted(cell(base)));
    documents.put("browsers.elmt", "browser desktop\nkind: chrome\nwindow: 1280 x 800\n");
    documents.put(
        pagePath(page),
        "page " + page + "\npath: " + path + "\nelements\n| element | by | locator | note |\n");
    return documents;
  }

  /**
   * All documents by path, in their canonical form.
   *
   * @param title of the page in the browser; the first case expects it
   */
  public Map<String, String> documents(String page, String title, List<Named> elements) {
    Map<String, String> documents = bare(page);
    StringBuilder table = new StringBuilder(documents.get(pagePath(page)));
    for (Named element : elements) {
      table
          .append("| ")
          .append(element.name())
          .append(" | ")
          .append(element.locator().by().word())
          .append(" | ")
          .append(cell(element.locator().value()))
          .append(" | |\n");
    }
    documents.put(pagePath(page), table.toString());
    documents.put(
        SUITE,
        """
        suite First steps
        > What has to work before anything else.

        case %s is there
        tags: smoke
        steps
        | open | %s |
        | expect title | %s |
        """
            .formatted(page, page, cell(title)));
    documents.replaceAll((path, text) -> Printer.print(DocumentParser.parse(text)));
    return documents;
  }

  private static String pagePath(String page) {
    String name =
        page.toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]+", "-").replaceAll("^-|-$", "");
    return "pages/" + (name.isEmpty() ? "first" : name) + ".elmt";
  }

  private static String cell(String text) {
    return Escapes.escape(text);
  }

  /** A page's name from its title: what stands before the name of the application. */
  public static String pageName(String title) {
    String first = title.split("\\s+[·|–—-]\\s+")[0];
    String name = nameOf(first);
    return name.isEmpty() ? "First page" : name;
  }

  /** Without what a name may not have. */
  private static String nameOf(String text) {
    return text.replaceAll("[|<>/\\\\]", " ").replaceAll("\\s+", " ").strip();
  }

  /**
   * What is proposed to be taken: what one acts on and what reports, each found alone by its best
   * locator, with names that differ. Links come behind all others.
   */
  public static List<Named> proposed(List<PageElement> elements) {
    List<PageElement> ordered = new ArrayList<>(elements);
    ordered.removeIf(element -> element.role().equals("link"));
    elements.stream().filter(element -> element.role().equals("link")).forEach(ordered::add);
    Set<String> taken = new HashSet<>();
    List<Named> named = new ArrayList<>();
    for (PageElement element : ordered) {
      Optional<Proposal> best =
          element.locators().stream()
              .filter(proposal -> proposal.count() == 1)
              .filter(proposal -> !proposal.why().equals("counts places"))
              .findFirst();
      best.ifPresent(
          proposal -> named.add(new Named(freeName(element.name(), taken), proposal.locator())));
    }
    return named;
  }

  private static String freeName(String wish, Set<String> taken) {
    String own = nameOf(wish);
    String name = own.isEmpty() ? "Element" : own;
    String free = name;
    for (int number = 2; !taken.add(Names.key(free)); number++) {
      free = name + " " + number;
    }
    return free;
  }
}
