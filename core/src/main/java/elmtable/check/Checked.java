package elmtable.check;

import elmtable.data.source.ProjectFiles;
import elmtable.language.Block;
import elmtable.project.DocumentIndex;
import elmtable.project.LookupLog;
import elmtable.project.Symbol;
import elmtable.text.Diagnostic;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What a check of a whole project found out, kept so that the next one repeats only what it must.
 *
 * @param indexes the documents that were checked
 * @param files those beside them
 * @param documents by path
 * @param circles that no block shows by itself
 * @param useCounts how many documents use each thing
 * @param repeatedSteps steps that stand in several cases
 * @param documentProblems what is wrong with each document, by path
 * @param problems the same, with absolute lines in their order
 */
record Checked(
    Map<String, DocumentIndex> indexes,
    ProjectFiles files,
    Map<String, CheckedDocument> documents,
    Circles circles,
    UseCounts useCounts,
    RepeatedSteps repeatedSteps,
    Map<String, DocumentProblems> documentProblems,
    Map<String, List<Diagnostic>> problems) {

  /**
   * What is wrong with a document, all in all.
   *
   * @param inputs what its problems come from
   * @param problems with absolute lines in their order
   */
  record DocumentProblems(Inputs inputs, List<Diagnostic> problems) {}

  /**
   * What the problems of a document come from.
   *
   * @param duplicates names that stand twice
   * @param notices of steps that stand in several cases
   */
  record Inputs(
      CheckedDocument document,
      List<Diagnostic> duplicates,
      UseCounts useCounts,
      Circles circles,
      Map<Block, Diagnostic> notices) {

    /** Whether the same problems come from both; they may where this says no. */
    boolean areLike(Inputs other) {
      return document == other.document
          && duplicates.equals(other.duplicates)
          && useCounts.isLike(other.useCounts)
          && circles == other.circles
          && notices == other.notices;
    }
  }

  /**
   * What was found in one block; it holds as long as the block is the same object and nothing that
   * it asked for changed.
   *
   * @param suite the head of its suite, for a case
   * @param winner whether it is the one that its name finds
   * @param problems lines count from the block
   */
  record CheckedBlock(Block suite, boolean winner, List<Diagnostic> problems, LookupLog lookups) {}

  /**
   * @param blocks by identity
   * @param used what all blocks use together
   * @param problems those of all blocks, with absolute lines in their order
   */
  record CheckedDocument(
      DocumentIndex index,
      Map<Block, CheckedBlock> blocks,
      Set<Symbol> used,
      List<Diagnostic> problems) {
    String path() {
      return index.document().path();
    }
  }
}
