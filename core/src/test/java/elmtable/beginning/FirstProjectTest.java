package elmtable.beginning;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.browser.Locator;
import elmtable.browser.Locator.By;
import elmtable.browser.Survey.Box;
import elmtable.browser.Survey.PageElement;
import elmtable.browser.Survey.Proposal;
import elmtable.check.CheckedProject;
import elmtable.plan.Plan;
import elmtable.plan.Planner;
import elmtable.plan.Selection;
import elmtable.project.TestProjects;
import elmtable.text.Problem;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

@DisplayName("The first documents of a project")
class FirstProjectTest {
  @ParameterizedTest
  @CsvSource({
    "http://localhost:8080/sign-in?next=a, http://localhost:8080, /sign-in?next=a",
    "https://Kilns.example, https://Kilns.example, /",
    "kilns.example/shop, http://kilns.example, /shop",
    "'  127.0.0.1:8090 ', http://127.0.0.1:8090, /",
    "localhost:3000/#/sign-in, http://localhost:3000, /#/sign-in",
    "kilns.example?next=http://a.example, http://kilns.example, /?next=http://a.example"
  })
  void anAddressIsReadAsItIsTyped(String written, String base, String path) {
    assertEquals(Optional.of(new FirstProject(base, path)), FirstProject.at(written));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "  ",
        "two words",
        "http://",
        "http://[x",
        "htp://kilns.example",
        "file:///etc",
        "a:b"
      })
  void whatIsNoAddressIsRefused(String written) {
    assertEquals(Optional.empty(), FirstProject.at(written));
  }

  private static PageElement element(String name, String role, String why, int count) {
    Proposal proposal = new Proposal(new Locator(By.LABEL, name), count, why);
    return new PageElement(name, role, new Box(0, 0, 1, 1), List.of(proposal));
  }

  @Test
  void elementsHaveNamesThatDifferAndLocatorsThatLast() {
    List<FirstProject.Named> named =
        FirstProject.proposed(
            List.of(
                element("Home", "link", "", 1),
                element("Name", "field", "", 1),
                element("name", "field", "", 1),
                element("A|b <c>", "field", "", 1),
                element("<>", "field", "", 1),
                element(" ", "field", "", 1),
                element("Third", "button", "counts places", 1),
                element("Twice", "button", "", 2)));
    assertEquals(
        List.of("Name", "name 2", "A b c", "Element", "Element 2", "Home"),
        named.stream().map(FirstProject.Named::name).toList());
  }

  @Test
  void theDocumentsAreSoundAndHoldACaseThatCanRun() {
    FirstProject first = FirstProject.at("http://localhost:1/a").orElseThrow();
    String title = "Kilns | <today> = \\ Emberwick";
    Map<String, String> documents =
        first.documents(
            FirstProject.pageName(title),
            title,
            List.of(
                new FirstProject.Named("Send", new Locator(By.XPATH, "//a[.='x|y' and @b<3]")),
                new FirstProject.Named("Day", new Locator(By.LABEL, "= Day"))));
    CheckedProject project = CheckedProject.of(TestProjects.of(documents, Map.of()));
    assertTrue(
        project.problems().values().stream()
            .flatMap(List::stream)
            .allMatch(problem -> problem.problem() == Problem.UNUSED_ELEMENT),
        project.problems().toString());
    Plan plan = Planner.plan(project, Selection.everything());
    assertEquals(1, plan.count());
    assertEquals("local", plan.environment());
    assertTrue(documents.get("pages/kilns.elmt").contains("x\\|y"), documents.toString());
    assertTrue(documents.containsKey(FirstProject.SUITE));
  }

  @Test
  void aPageIsNamedByItsTitle() {
    assertEquals("Sign in", FirstProject.pageName("Sign in · Emberwick Kilns"));
    assertEquals("A-Z index", FirstProject.pageName("A-Z index"));
    assertEquals("First page", FirstProject.pageName(""));
  }
}
