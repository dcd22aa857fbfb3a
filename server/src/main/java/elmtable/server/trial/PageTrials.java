package elmtable.server.trial;

import elmtable.block.FixtureList;
import elmtable.browser.Survey.Box;
import elmtable.browser.Survey.PageElement;
import elmtable.browser.Survey.Proposal;
import elmtable.locator.Repair;
import elmtable.plan.Selection;
import elmtable.project.Project;
import elmtable.project.TypedSecrets;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.ElementEntry;
import elmtable.project.entry.PageEntry;
import elmtable.project.entry.SuiteEntry;
import elmtable.refactoring.RenameTarget;
import elmtable.refactoring.Use;
import elmtable.refactoring.Uses;
import elmtable.run.Runner;
import elmtable.run.event.Failure;
import elmtable.run.request.KeptSessions;
import elmtable.run.request.KeptValues;
import elmtable.server.message.PageMessages.BoxView;
import elmtable.server.message.PageMessages.ElementTrial;
import elmtable.server.message.PageMessages.PageTrialView;
import elmtable.server.message.PageMessages.ProposalView;
import elmtable.server.message.PageMessages.RepairView;
import elmtable.server.message.PageMessages.TrialRequest;
import elmtable.server.message.PageMessages.UnnamedElement;
import java.util.ArrayList;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;

/**
 * Opens a page in a browser and looks for each of its elements. It is a run like others, of a case
 * that nobody wrote: fixtures, environments and browsers mean what they mean everywhere.
 */
public final class PageTrials {
  private final TrialRun trial;

  public PageTrials(Runner runner, KeptValues kept, KeptSessions sessions, TypedSecrets secrets) {
    this.trial = new TrialRun(runner, kept, sessions, secrets);
  }

  /** The fixtures that cases and suites ask for, as they write them. */
  public static List<String> fixtures(Project project) {
    Set<String> names = new LinkedHashSet<>();
    for (SuiteEntry suite : project.index().suites()) {
      for (CaseEntry entry : suite.cases()) {
        entry.fixtures().stream()
            .map(FixtureList.Use::name)
            .filter(name -> name.indexOf('<') < 0)
            .forEach(names::add);
      }
    }
    return List.copyOf(names);
  }

  /** Tries a page; one at a time, as each takes a browser. */
  public synchronized PageTrialView run(Project of, PageEntry page, TrialRequest ask)
      throws InterruptedException {
    LookingKeywords looking = new LookingKeywords();
    Map<ElementEntry, String> names = names(of, page);
    Project project =
        of.withKeywords(looking)
            .with(
                TrialRun.PATH,
                TrialRun.text(ask.fixture() == null ? "" : ask.fixture(), steps(page, names)));
    Selection selection = Selection.everything();
    if (ask.environment() != null && !ask.environment().isEmpty()) {
      selection = selection.withEnvironments(ask.environment());
    }
    if (ask.browser() != null && !ask.browser().isEmpty()) {
      selection = selection.withBrowsers(ask.browser());
    }
    long begun = System.nanoTime();
    Optional<Failure> failure = trial.execute(project, selection);
    double millis = (System.nanoTime() - begun) / 1e6;
    return view(page, names, looking, millis, failure);
  }

  private static List<String> steps(PageEntry page, Map<ElementEntry, String> names) {
    List<String> steps = new ArrayList<>(List.of("open | " + page.name()));
    names
        .values()
        .forEach(name -> steps.add(LookingKeywords.LOOK_FOR + " | " + written(page, name)));
    steps.add(LookingKeywords.LOOK_OVER);
    return steps;
  }

  /** The elements that can be looked for, each with the name by which it is. */
  private static Map<ElementEntry, String> names(Project project, PageEntry page) {
    Map<ElementEntry, String> names = new LinkedHashMap<>();
    for (ElementEntry element : page.elements()) {
      name(project, page, element).ifPresent(name -> names.put(element, name));
    }
    return names;
  }

  /** Where a name has places, one that a step has with values in them, if there is such a step. */
  private static Optional<String> name(Project project, PageEntry page, ElementEntry element) {
    return element.pattern().hasPlaceholders()
        ? Uses.of(project, new RenameTarget.Element(page.name(), element.name())).stream()
            .filter(use -> !use.declares())
            .map(Use::text)
            .filter(text -> text.indexOf('<') < 0)
            .findFirst()
        : Optional.of(element.name());
  }

  private static String written(PageEntry page, String element) {
    return page.name() + "/" + element;
  }

  private PageTrialView view(
      PageEntry page,
      Map<ElementEntry, String> names,
      LookingKeywords looking,
      double millis,
      Optional<Failure> failure) {
    Optional<LookingKeywords.Whole> whole = looking.whole();
    List<PageElement> all = whole.map(LookingKeywords.Whole::elements).orElse(List.of());
    List<PageElement> free = new ArrayList<>(all);
    for (String name : names.values()) {
      looking
          .seen(written(page, name))
          .ifPresent(seen -> seen.sight().boxes().forEach(box -> free.removeIf(isAt(box))));
    }
    List<ElementTrial> elements = new ArrayList<>();
    for (ElementEntry element : page.elements()) {
      String name = names.get(element);
      Optional<LookingKeywords.Seen> seen =
          name == null ? Optional.empty() : looking.seen(written(page, name));
      elements.add(
          element.pattern().hasPlaceholders()
              ? example(element, name, seen)
              : trial(element, seen, all, free));
    }
    return new PageTrialView(
        whole.map(LookingKeywords.Whole::address).orElse(""),
        whole.map(LookingKeywords.Whole::title).orElse(""),
        millis,
        whole.flatMap(PageTrials::picture).orElse(null),
        elements,
        free.stream().map(PageTrials::unnamed).toList(),
        failure.map(Failure::message).orElse(null));
  }

  /** As an address that holds the picture itself. */
  static Optional<String> picture(LookingKeywords.Whole whole) {
    return whole
        .picture()
        .map(png -> "data:image/png;base64," + Base64.getEncoder().encodeToString(png));
  }

  /** Other ways to find it would find that one only, so that none is proposed. */
  private static ElementTrial example(
      ElementEntry element, String name, Optional<LookingKeywords.Seen> seen) {
    return seen.map(LookingKeywords.Seen::sight)
        .map(sight ->
            new ElementTrial(
                element.name(),
                name,
                sight.count(),
                sight.boxes().stream().map(PageTrials::box).toList(),
                sight.fault().isEmpty() ? null : sight.fault(),
                null,
                List.of()))
        .orElseGet(() -> untried(element));
  }

  private static ElementTrial untried(ElementEntry element) {
    return new ElementTrial(element.name(), null, null, List.of(), null, null, List.of());
  }

  private static ElementTrial trial(
      ElementEntry element,
      Optional<LookingKeywords.Seen> seen,
      List<PageElement> all,
      List<PageElement> free) {
    if (seen.isEmpty()) {
      return untried(element);
    }
    var sight = seen.get().sight();
    Optional<Repair> repair =
        sight.count() == 0 && seen.get().target().within().isEmpty()
            ? Repair.of(element.name(), seen.get().target().locator(), free)
            : Optional.empty();
    List<Proposal> proposals =
        sight.boxes().size() == 1
            ? all.stream()
                .filter(isAt(sight.boxes().get(0)))
                .findFirst()
                .map(PageElement::locators)
                .orElse(List.of())
            : List.of();
    return new ElementTrial(
        element.name(),
        null,
        sight.count(),
        sight.boxes().stream().map(PageTrials::box).toList(),
        sight.fault().isEmpty() ? null : sight.fault(),
        repair
            .map(found ->
                new RepairView(
                    found.locator().by().word(),
                    found.locator().value(),
                    found.element().name(),
                    found.likeness()))
            .orElse(null),
        proposals.stream().map(PageTrials::proposal).toList());
  }

  private static Predicate<PageElement> isAt(Box box) {
    return element -> element.box().equals(box);
  }

  static UnnamedElement unnamed(PageElement element) {
    return new UnnamedElement(
        element.name(),
        element.role(),
        box(element.box()),
        element.locators().stream().map(PageTrials::proposal).toList());
  }

  private static ProposalView proposal(Proposal proposal) {
    return new ProposalView(
        proposal.locator().by().word(),
        proposal.locator().value(),
        proposal.count(),
        proposal.why());
  }

  private static BoxView box(Box box) {
    return new BoxView(box.x(), box.y(), box.width(), box.height());
  }
}
