package elmtable.check;

import elmtable.binding.BindingContext;
import elmtable.binding.VisibleNames;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Line;
import elmtable.language.Lists;
import elmtable.language.Section;
import elmtable.language.TagExpression;
import elmtable.project.NamedBlock;
import elmtable.project.ProjectIndex;
import elmtable.project.SuiteEntry;
import elmtable.text.Diagnostic;
import elmtable.text.Names;
import elmtable.text.Problem;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Checks hooks, browsers and plans. */
final class SettingChecks {
  private static final List<String> ISOLATIONS = List.of("each case", "each suite", "shared");
  private static final List<String> KINDS = List.of("chrome", "firefox");
  private static final int MOST_WORKERS = 1000;

  private final ProjectIndex index;
  private final List<Diagnostic> problems = new ArrayList<>();

  SettingChecks(ProjectIndex index) {
    this.index = index;
  }

  List<Diagnostic> hook(Block hook, StepChecks steps) {
    hook.property("only").ifPresent(this::tags);
    BindingContext context = new BindingContext(List.of(), Optional.empty());
    problems.addAll(
        steps.check(hook.steps(Section.STEPS), context, VisibleNames.of(hook, index), false));
    return problems;
  }

  List<Diagnostic> browser(Block browser) {
    oneOf(browser, "kind", KINDS);
    oneOf(browser, "isolation", ISOLATIONS);
    PropertyChecks.yesNo(browser, "headless", problems);
    PropertyChecks.duration(browser, "pace", problems);
    browser
        .property("window")
        .filter(window -> !window.value().matches("\\d{2,5} ?[x×] ?\\d{2,5}"))
        .ifPresent(window ->
            problems.add(PropertyChecks.bad(window, "is no size; write it as 1280 x 800.")));
    browser
        .property("address")
        .filter(address -> !address.value().matches("https?://\\S+"))
        .ifPresent(address ->
            problems.add(
                PropertyChecks.bad(
                    address, "is no address of a remote end; it begins with http://.")));
    return problems;
  }

  List<Diagnostic> plan(Block plan) {
    plan.property("tags").ifPresent(this::tags);
    named(
        plan,
        "suites",
        Problem.UNKNOWN_SUITE,
        "suite",
        index.suites().stream().map(SuiteEntry::name).toList());
    named(
        plan,
        "environments",
        Problem.UNKNOWN_ENVIRONMENT,
        "environment",
        names(BlockKind.ENVIRONMENT));
    named(plan, "browsers", Problem.UNKNOWN_BROWSER, "browser", names(BlockKind.BROWSER));
    PropertyChecks.count(plan, "workers", 1, MOST_WORKERS, problems);
    PropertyChecks.count(plan, "tries", 1, 99, problems);
    PropertyChecks.count(plan, "stop after", 1, Integer.MAX_VALUE, problems);
    PropertyChecks.count(plan, "seed", 0, Integer.MAX_VALUE, problems);
    return problems;
  }

  private List<String> names(BlockKind kind) {
    return index.named(kind).stream().map(NamedBlock::name).toList();
  }

  private void named(Block block, String word, Problem problem, String noun, List<String> known) {
    Optional<Line.Property> property = block.property(word);
    if (property.isEmpty()) {
      return;
    }
    for (String name : Lists.split(property.get().value())) {
      if (known.stream().noneMatch(each -> Names.same(each, name))) {
        problems.add(
            PropertyChecks.unknown(
                problem, noun, name, PropertyChecks.rangeOf(property.get(), name), known));
      }
    }
  }

  private void oneOf(Block block, String word, List<String> values) {
    block
        .property(word)
        .filter(property -> !values.contains(Names.key(property.value())))
        .ifPresent(property ->
            problems.add(
                PropertyChecks.bad(
                    property, "is not known; there are " + String.join(", ", values) + ".")));
  }

  private void tags(Line.Property property) {
    try {
      TagExpression.read(property.value());
    } catch (TagExpression.UnreadableException unreadable) {
      problems.add(PropertyChecks.bad(property, "cannot be read: " + unreadable.getMessage()));
    }
  }
}
