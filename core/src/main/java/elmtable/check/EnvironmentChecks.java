package elmtable.check;

import elmtable.binding.VisibleNames;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.project.NamedBlock;
import elmtable.project.ProjectIndex;
import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import java.util.ArrayList;
import java.util.List;

/** Checks an environment: the one it starts from, and its values. */
final class EnvironmentChecks {
  private EnvironmentChecks() {}

  static List<Diagnostic> check(Block block, ProjectIndex index) {
    List<Diagnostic> problems = new ArrayList<>();
    block
        .property("like")
        .filter(like -> index.named(BlockKind.ENVIRONMENT, like.value()).isEmpty())
        .ifPresent(like ->
            problems.add(
                PropertyChecks.unknown(
                    Problem.UNKNOWN_ENVIRONMENT,
                    "environment",
                    like.value(),
                    like.valueRange(),
                    index.named(BlockKind.ENVIRONMENT).stream().map(NamedBlock::name).toList())));
    VisibleNames names = VisibleNames.of(block, index);
    ValueChecks.check(block, names, problems);
    return problems;
  }
}
