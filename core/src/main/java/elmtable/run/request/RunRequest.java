package elmtable.run.request;

import elmtable.plan.Plan;
import elmtable.project.Project;
import java.time.Duration;

/**
 * What is to be run.
 *
 * @param id names the run; {@code <run/id>} in steps
 * @param title for people: what was chosen
 * @param limit how long an action or expectation waits
 * @param kept values of earlier runs, and for later ones
 * @param sessions of earlier runs, and for later ones
 * @param expected how long cases took in earlier runs; those that take longest begin first
 */
public record RunRequest(
    String id,
    String title,
    Project project,
    Plan plan,
    RunChoices choices,
    Duration limit,
    KeptValues kept,
    KeptSessions sessions,
    ExpectedTimes expected) {
  public static final Duration USUAL_LIMIT = Duration.ofSeconds(10);

  /** The same with another limit. */
  public RunRequest within(Duration other) {
    return new RunRequest(id, title, project, plan, choices, other, kept, sessions, expected);
  }

  /** The same, with data read as in an environment. */
  public RunRequest in(String environment) {
    return new RunRequest(
        id, title, project.in(environment), plan, choices, limit, kept, sessions, expected);
  }
}
