package elmtable.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import org.junit.jupiter.api.Test;

/**
 * Modules depend in one direction, and so do the server's packages: command, http, view, service,
 * store.
 */
class ServerArchitectureTest {
  private static final JavaClasses CLASSES =
      new ClassFileImporter()
          .withImportOption(new ImportOption.DoNotIncludeTests())
          .importPackages("elmtable");

  @Test
  void modulesAndPackagesDependInOneDirection() {
    requireNone("elmtable.webdriver..", "elmtable.server..");
    requireNone(
        "elmtable.webdriver.page..",
        "..webdriver.wire..",
        "..webdriver.bidi..",
        "..webdriver.classic..");
    requireNone("elmtable.webdriver.wire..", "..webdriver.bidi..", "..webdriver.classic..");
    requireNone("elmtable.webdriver.process..", "..webdriver.bidi..", "..webdriver.classic..");
    requireNone("elmtable.webdriver.classic..", "..webdriver.bidi..", "..webdriver.remote..");
    requireNone("elmtable.webdriver.bidi..", "..webdriver.classic..", "..webdriver.remote..");
    requireNone(
        "elmtable.server.store..",
        "..server.service..",
        "..server.view..",
        "..server.http..",
        "..server.command..");
    requireNone(
        "elmtable.server.service..", "..server.view..", "..server.http..", "..server.command..");
    requireNone("elmtable.server.view..", "..server.http..", "..server.command..");
    requireNone("elmtable.server.http..", "..server.command..");
  }

  @Test
  void theBrowsersClientKnowsOnlyThePort() {
    classes()
        .that()
        .resideInAPackage("elmtable.webdriver..")
        .should()
        .onlyDependOnClassesThat()
        .resideOutsideOfPackages(
            "elmtable.formula..",
            "elmtable.language..",
            "elmtable.block..",
            "elmtable.gherkin..",
            "elmtable.keyword..",
            "elmtable.data..",
            "elmtable.project..",
            "elmtable.binding..",
            "elmtable.check..",
            "elmtable.completion..",
            "elmtable.conversion..",
            "elmtable.refactoring..",
            "elmtable.intake..",
            "elmtable.beginning..",
            "elmtable.plan..",
            "elmtable.run..",
            "elmtable.report..",
            "elmtable.server..")
        .check(CLASSES);
  }

  @Test
  void noPackagesDependOnEachOther() {
    slices().matching("elmtable.(**)").should().beFreeOfCycles().check(CLASSES);
  }

  @Test
  void onlyTheStoreSpeaksSql() {
    requireNone("elmtable.server.service..", "java.sql..");
    requireNone("elmtable.server.http..", "java.sql..");
    requireNone("elmtable.server.view..", "java.sql..");
  }

  @Test
  void onlyTheCommandLineChoosesTheBrowsersClient() {
    requireNone("elmtable.server.service..", "elmtable.webdriver..");
    requireNone("elmtable.server.http..", "elmtable.webdriver..");
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
