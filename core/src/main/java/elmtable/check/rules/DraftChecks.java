package elmtable.check.rules;

import elmtable.block.Property;
import elmtable.language.Block;
import elmtable.text.Diagnostic;
import elmtable.text.Fix;
import elmtable.text.Problem;
import elmtable.text.Severity;
import java.util.List;
import java.util.Optional;

/** Notices drafts that need not be drafts any more. */
final class DraftChecks {
  private DraftChecks() {}

  /**
   * @param problems what was found in the block so far; gets the notice where it is finished
   */
  static void finished(Block block, Optional<Property<Boolean>> draft, List<Diagnostic> problems) {
    boolean open =
        problems.stream()
            .anyMatch(problem ->
                problem.severity() == Severity.ERROR
                    || problem.problem() == Problem.UNBOUND_DRAFT_STEP);
    if (!open) {
      Fix[] fixes =
          block.isScenario()
              ? new Fix[0]
              : draft
                  .map(line -> new Fix[] {Fix.replace("Say draft: no", line.range(), "no")})
                  .orElse(new Fix[0]);
      problems.add(
          new Diagnostic(
              Problem.FINISHED_DRAFT,
              draft.map(Property::range).orElse(block.header()),
              "All steps of this draft have keywords; is it finished?",
              fixes));
    }
  }
}
