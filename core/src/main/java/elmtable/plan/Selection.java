package elmtable.plan;

import java.util.List;

/**
 * What a person wants to run. An empty list or text selects everything, or the first environment
 * and browser.
 *
 * @param tags a tag expression
 * @param suites names of suites
 * @param cases names of cases, alone or behind their suite's and a slash
 * @param rows rows of data by their key or number
 * @param identities executable cases by identity
 */
public record Selection(
    String tags,
    List<String> suites,
    List<String> cases,
    List<String> rows,
    List<String> identities,
    List<String> environments,
    List<String> browsers) {
  public Selection {
    tags = tags == null ? "" : tags;
    suites = known(suites);
    cases = known(cases);
    rows = known(rows);
    identities = known(identities);
    environments = known(environments);
    browsers = known(browsers);
  }

  private static List<String> known(List<String> names) {
    return names == null
        ? List.of()
        : names.stream().filter(name -> name != null && !name.isBlank()).toList();
  }

  public static Selection everything() {
    return tagged("");
  }

  public static Selection tagged(String tags) {
    return new Selection(tags, null, null, null, null, null, null);
  }

  public Selection withSuites(String... names) {
    return new Selection(tags, List.of(names), cases, rows, identities, environments, browsers);
  }

  public Selection withCases(String... names) {
    return new Selection(tags, suites, List.of(names), rows, identities, environments, browsers);
  }

  public Selection withRows(String... names) {
    return new Selection(tags, suites, cases, List.of(names), identities, environments, browsers);
  }

  public Selection withIdentities(String... names) {
    return new Selection(tags, suites, cases, rows, List.of(names), environments, browsers);
  }

  public Selection withEnvironments(String... names) {
    return new Selection(tags, suites, cases, rows, identities, List.of(names), browsers);
  }

  public Selection withBrowsers(String... names) {
    return new Selection(tags, suites, cases, rows, identities, environments, List.of(names));
  }
}
