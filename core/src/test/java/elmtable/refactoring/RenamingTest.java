package elmtable.refactoring;

import static org.junit.jupiter.api.Assertions.assertEquals;

import elmtable.check.CheckedProject;
import elmtable.language.BlockKind;
import elmtable.project.Project;
import elmtable.project.TestProjects;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Names in lists, beside longer names that hold them. */
class RenamingTest {
  private static String renamed(String text, RenameTarget thing, String newName) {
    Project project = TestProjects.of(Map.of("a.elmt", text), Map.of());
    return Refactorings.rename(CheckedProject.of(project), thing, newName)
        .applied(project)
        .document("a.elmt")
        .orElseThrow()
        .text();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '!',
      value = {
        "PAGE ! page ! suite S ! pages",
        "FIXTURE ! fixture ! suite S ! fixtures",
        "FIXTURE ! fixture ! fixture other ! needs",
        "BROWSER ! browser ! suite S ! browsers",
        "ENVIRONMENT ! environment ! plan P ! environments",
        "SUITE ! suite ! plan P ! suites",
      })
  void aNameIsNotTakenForAPartOfAnother(
      BlockKind kind, String header, String user, String property) {
    String text =
        header + " Kiln\n\n" + header + " Kiln room\n\n" + user + "\n" + property + ": %s\n";
    assertEquals(
        text.formatted("Kiln room, Oven, Old Kiln").replaceFirst("Kiln\n", "Oven\n"),
        renamed(
            text.formatted("Kiln room, Kiln, Old Kiln"),
            new RenameTarget.Named(kind, "Kiln"),
            "Oven"));
  }

  @Test
  void aCombinationNamesItsSetsBehindHowTheyAreCombined() {
    String text = "data all\n\ndata more\n\ndata both\ncombine: all of all, more\n";
    assertEquals(
        text.replace("data all", "data every").replace("of all", "of every"),
        renamed(text, new RenameTarget.Named(BlockKind.DATA_SET, "all"), "every"));
  }

  @Test
  void aFeatureNamesTheDataSetsOfItsExamplesInTheirTags() {
    String feature =
        """
        Feature: Mixer

          @data(recipes)
          Scenario Outline: <Recipe>
            When I mix <Recipe>

            @data(recipes)
            Examples:

            @data(recipes2) @fixture(open_studio) @fixture(signed_in)
            Examples:
        """;
    Project project =
        TestProjects.of(
            Map.of(
                "data.elmt",
                "data recipes\n\ndata recipes2\n\nfixture open studio\n\nfixture signed in\n",
                "mixer.feature",
                feature),
            Map.of());
    RenameTarget recipes = new RenameTarget.Named(BlockKind.DATA_SET, "recipes");
    assertEquals(3, Uses.of(project, recipes).size(), "with its declaration");
    assertEquals(
        feature.replace("(recipes)", "(glazes)"),
        Refactorings.rename(CheckedProject.of(project), recipes, "glazes")
            .applied(project)
            .document("mixer.feature")
            .orElseThrow()
            .text());
    RenameTarget signedIn = new RenameTarget.Named(BlockKind.FIXTURE, "signed in");
    assertEquals(
        feature.replace("signed_in", "known-there"),
        Refactorings.rename(CheckedProject.of(project), signedIn, "known there")
            .applied(project)
            .document("mixer.feature")
            .orElseThrow()
            .text(),
        "the second of several tags that make one property");
  }

  @Test
  void aSuiteIsRenamedInFrontOfItsCases() {
    String text =
        """
        suite Kiln

        case Kiln

        suite Glaze

        case last
        after: Old Kiln, Kiln/Kiln
        """;
    assertEquals(
        text.replace("suite Kiln", "suite Oven").replace("Kiln/Kiln", "Oven/Kiln"),
        renamed(text, new RenameTarget.Named(BlockKind.SUITE, "Kiln"), "Oven"));
    assertEquals(
        text.replace("case Kiln", "case Fire").replace("Kiln/Kiln", "Kiln/Fire"),
        renamed(text, new RenameTarget.Case("Kiln", "Kiln"), "Fire"));
  }
}
