package elmtable.server.trial;

import elmtable.beginning.FirstProject;
import elmtable.browser.Locator;
import elmtable.browser.Survey.PageElement;
import elmtable.data.source.ProjectFiles;
import elmtable.keyword.builtin.BuiltInKeywords;
import elmtable.plan.Selection;
import elmtable.project.Project;
import elmtable.project.TypedSecrets;
import elmtable.run.Runner;
import elmtable.run.event.Failure;
import elmtable.run.request.KeptSessions;
import elmtable.run.request.KeptValues;
import elmtable.server.message.PageMessages.BeginView;
import elmtable.server.message.PageMessages.FirstDocumentsRequest;
import elmtable.server.message.PageMessages.ProposedElement;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Begins a project: looks at an address in a browser, and makes the first documents. */
public final class Beginning {
  private static final String PAGE = "First page";

  private final TrialRun trial;

  public Beginning(Runner runner) {
    this.trial = new TrialRun(runner, KeptValues.NONE, KeptSessions.NONE, TypedSecrets.NONE);
  }

  /** An address that no browser opens. */
  public static final class BadAddressException extends RuntimeException {
    private static final long serialVersionUID = 1;

    BadAddressException(String address) {
      super(
          "“"
              + address
              + "” is no address of an application; write one such as http://localhost:8080.",
          null,
          false,
          false);
    }
  }

  /** Reads an address. Throws {@link BadAddressException}. */
  public static FirstProject at(String address) {
    return FirstProject.at(address).orElseThrow(() -> new BadAddressException(address));
  }

  /** Opens an address in a browser. */
  public BeginView look(String address) throws InterruptedException {
    FirstProject first = at(address);
    LookingKeywords looking = new LookingKeywords();
    Map<String, String> texts = new HashMap<>(first.bare(PAGE));
    texts.put(
        TrialRun.PATH, TrialRun.text("", List.of("open | " + PAGE, LookingKeywords.LOOK_OVER)));
    Project project =
        Project.of(texts, ProjectFiles.NONE, BuiltInKeywords.registry().with(looking));
    Optional<Failure> failure = trial.execute(project, Selection.everything());
    Optional<LookingKeywords.Whole> whole = looking.whole();
    String title = whole.map(LookingKeywords.Whole::title).orElse("");
    List<PageElement> all = whole.map(LookingKeywords.Whole::elements).orElse(List.of());
    return new BeginView(
        whole.map(LookingKeywords.Whole::address).orElse(first.base() + first.path()),
        title,
        FirstProject.pageName(title),
        whole.flatMap(PageTrials::picture).orElse(null),
        FirstProject.proposed(all).stream().map(named -> proposed(named, all)).toList(),
        whole.map(Beginning::warning).orElse(null),
        failure.map(Failure::message).orElse(null));
  }

  /** What is to be minded before a project is made of the page, or null. */
  private static String warning(LookingKeywords.Whole whole) {
    return whole.status() < 400
        ? null
        : "The server answers "
            + whole.status()
            + " at this address; look whether it is the one that is meant.";
  }

  private static ProposedElement proposed(FirstProject.Named named, List<PageElement> all) {
    String role =
        all.stream()
            .filter(element ->
                element.locators().stream().anyMatch(p -> p.locator().equals(named.locator())))
            .map(PageElement::role)
            .findFirst()
            .orElse("text");
    return new ProposedElement(
        named.name(), named.locator().by().word(), named.locator().value(), role);
  }

  /** The first documents by path. Throws {@link BadAddressException}. */
  public static Map<String, String> documents(FirstDocumentsRequest ask) {
    return at(ask.address())
        .documents(
            ask.page().isBlank() ? PAGE : ask.page().strip(),
            ask.title(),
            ask.elements().stream().map(Beginning::named).toList());
  }

  private static FirstProject.Named named(ProposedElement element) {
    Locator.By by = Locator.By.named(element.by()).orElse(Locator.By.CSS);
    return new FirstProject.Named(element.name().strip(), new Locator(by, element.value()));
  }
}
