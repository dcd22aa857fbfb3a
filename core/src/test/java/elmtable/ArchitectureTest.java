package elmtable;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Packages of core depend in one direction: each only on those before it. */
class ArchitectureTest {
  private static final List<String> ORDER =
      List.of(
          "text",
          "formula",
          "language",
          "browser",
          "block",
          "gherkin",
          "locator",
          "keyword",
          "data",
          "project",
          "binding",
          "check",
          "completion",
          "conversion",
          "refactoring",
          "intake",
          "beginning",
          "plan",
          "run",
          "report");

  private static final JavaClasses CLASSES =
      new ClassFileImporter()
          .withImportOption(new ImportOption.DoNotIncludeTests())
          .importPackages("elmtable");

  @Test
  void packagesDependOnlyOnThoseBeforeThem() {
    for (int i = 0; i < ORDER.size() - 1; i++) {
      List<String> later = ORDER.subList(i + 1, ORDER.size());
      requireNone(
          "elmtable." + ORDER.get(i) + "..",
          later.stream().map(each -> "elmtable." + each + "..").toArray(String[]::new));
    }
  }

  @Test
  void noPackagesDependOnEachOther() {
    slices().matching("elmtable.(**)").should().beFreeOfCycles().check(CLASSES);
  }

  @Test
  void keywordsDoNotKnowTheBuiltInOnes() {
    requireNone("elmtable.keyword", "elmtable.keyword.builtin");
  }

  @Test
  void onlyDataSetsAndServiceKeywordsKnowDatabasesAndHttp() {
    requireNone("elmtable..", "io.javalin..");
    for (String name : ORDER) {
      if (!name.equals("data") && !name.equals("keyword")) {
        requireNone("elmtable." + name + "..", "java.sql..", "java.net.http..");
      }
    }
    requireNone("elmtable.keyword", "java.sql..", "java.net.http..");
  }

  private void requireNone(String from, String... to) {
    noClasses()
        .that()
        .resideInAPackage(from)
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage(to)
        .check(CLASSES);
  }
}
