package elmtable.plan;

import java.util.List;

/**
 * What a person wants to run. Empty lists and texts select everything, or the first environment and
 * browser.
 *
 * @param tags a tag expression
 * @param suites names of suites
 * @param cases names of cases, alone or behind their suite's and a slash
 * @param identities executable cases by identity
 */
public record Selection(
    String tags,
    List<String> suites,
    List<String> cases,
    List<String> identities,
    String environment,
    String browser) {
  public Selection {
    tags = tags == null ? "" : tags;
    suites = suites == null ? List.of() : List.copyOf(suites);
    cases = cases == null ? List.of() : List.copyOf(cases);
    identities = identities == null ? List.of() : List.copyOf(identities);
    environment = environment == null ? "" : environment;
    browser = browser == null ? "" : browser;
  }

  public static Selection everything() {
    return new Selection("", List.of(), List.of(), List.of(), "", "");
  }

  public static Selection tagged(String tags) {
    return new Selection(tags, List.of(), List.of(), List.of(), "", "");
  }
}
